import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import type { Job, JobPiece } from '@coin-relay/model';
import { RowPainter } from '@coin-relay/painting';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { askShown } from '../../engine/ask-shown';
import { FitPool } from '../../engine/fit-pool.service';
import { latestOnly } from '../../engine/latest';
import { MOST_TIME } from '../../engine/open-job-client';
import { RowSolidComponent } from '../../space/row-solid.component';
import type { FittedRow } from '../../space/row-means';
import { PictureShelf } from '../../shared/picture-shelf';
import { trialJob, TRIAL_LINKS } from './trial';
import { SLIDER } from '../../shared/slider.directive';
import { TroubleComponent } from '../../shared/trouble.component';

/** Three of a piece on the actual path, before the whole row: they can be moved along it. */
@Component({
  selector: 'relay-outline-sample',
  imports: [RowSolidComponent, TroubleComponent, SLIDER],
  template: `
    <canvas #canvas role="img" aria-label="Three of this piece on the path" [class.hidden]="solid()"></canvas>
    @if (solid()) {
      @defer (on immediate) {
        @if (row(); as trial) {
          <relay-row-solid
            [row]="trial"
            [travel]="travel()"
            [label]="piece().name + ' as a solid, three on the path'"
          />
        }
      } @placeholder {
        <p class="cost">…</p>
      }
    }
    <label>
      <span>where on the path</span>
      <nz-slider
        relaySlider="Where on the path the sample stands"
        [nzMax]="1000"
        [value]="place()"
        (moved)="place.set($event)"
      />
    </label>
    @if (problem()) {
      <relay-trouble>{{ problem() }}</relay-trouble>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      min-height: 0;
    }
    canvas {
      flex: 1;
      width: 100%;
      min-height: 0;
      border: 1px solid #d9cfbb;
      background: #fdfbf5;
    }
    canvas.hidden {
      display: none;
    }
    relay-row-solid {
      flex: 1;
      min-height: 0;
    }
    label {
      display: flex;
      gap: 8px;
      align-items: center;
      margin-top: 6px;
    }
    input {
      flex: 1;
      accent-color: #135e74;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OutlineSampleComponent {
  private readonly pool = inject(FitPool);
  private readonly shelf = inject(PictureShelf);
  readonly job = input.required<Job>();
  readonly path = input.required<string>();
  readonly piece = input.required<JobPiece>();
  /** Seen as solids; else drawn. */
  readonly solid = input(false);
  protected readonly place = signal(0);
  protected readonly problem = signal('');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly painter = signal<RowPainter | null>(null);
  protected readonly row = signal<FittedRow | null>(null);
  /** How far along the path they are, pitches. */
  protected readonly travel = computed(() => {
    const painter = this.painter();
    if (!painter) return 0;
    const { length, closed } = painter.fit.layout.path;
    const many = length / painter.scene.span;
    return (this.place() / 1000) * (closed ? many : Math.max(0, many - TRIAL_LINKS));
  });

  constructor() {
    const trials = computed(() => trialJob(this.job(), this.path(), this.piece()));
    toObservable(trials)
      .pipe(
        latestOnly((trial) => askShown(this.pool, MOST_TIME, (tasks) => tasks.fit(trial, trial.runs[0].id))),
        takeUntilDestroyed(),
      )
      .subscribe(([trial, reply]) => {
        this.problem.set(reply.ok ? '' : reply.message);
        if (!reply.ok) return;
        const { fit, setOut } = reply.value;
        this.row.set({ run: trial.runs[0].id, fit, setOut, sequence: trial.pieces.slice(0, 1), laid: null });
        this.painter.set(new RowPainter(fit, setOut, trial.pieces.slice(0, 1), this.shelf));
      });
    effect(() => {
      const painter = this.painter();
      this.travel();
      if (painter && !this.solid()) this.paint(painter);
    });
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const watcher = new ResizeObserver(() => {
        const painter = this.painter();
        if (painter) this.paint(painter);
      });
      watcher.observe(this.canvas().nativeElement);
      destroyed.onDestroy(() => watcher.disconnect());
    });
  }

  private paint(painter: RowPainter): void {
    const canvas = this.canvas().nativeElement;
    const { clientWidth: w, clientHeight: h } = canvas;
    const ctx = canvas.getContext('2d');
    if (!ctx || w === 0 || h === 0) return;
    const k = window.devicePixelRatio;
    canvas.width = Math.round(w * k);
    canvas.height = Math.round(h * k);
    const span = painter.scene.span;
    painter.moveTo(this.travel());
    const { pins, links } = painter.frame;
    // The middle one of the three, and as much round it as five of them are long.
    const first = Math.max(0, -painter.frame.firstLink);
    const middle = Math.min(links - 1, first + 1);
    const x = (pins[2 * middle] + pins[2 * middle + 2]) / 2;
    const y = (pins[2 * middle + 1] + pins[2 * middle + 3]) / 2;
    const tall = Math.max(...painter.scene.pieces.map(({ box }) => box[3] - box[1]), span);
    const scale = Math.min(w / (span * 5), h / (Math.max(tall, span) * 2.4));
    ctx.setTransform(scale * k, 0, 0, -scale * k, (w / 2 - x * scale) * k, (h / 2 + y * scale) * k);
    painter.paint(ctx, 1 / scale, () => painter.paintWay(ctx, 1 / scale));
  }
}
