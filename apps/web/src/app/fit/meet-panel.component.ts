import { ChangeDetectionStrategy, Component, computed, inject, type OnDestroy } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MOST_SECTIONS } from '@coin-relay/core';
import { formatLength, pieceWords, type RunFit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { setMeet, setOnEveryPoint } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { FitService } from '../engine/fit.service';
import { PathMarks } from '../picking/path-marks.service';
import { HoldsDirective } from '../shared/holds.directive';

const NOTHING: NonNullable<RunFit['meet']> = { corners: null, at: [] };
/** Corners that turn by this are met where the user says no other angle, radians. */
const USUAL_CORNER = (30 * Math.PI) / 180;

/** The places that a pin has to stand on, and what each stretch between them takes. */
@Component({
  selector: 'relay-meet-panel',
  imports: [HoldsDirective, NzButtonComponent, NzCheckboxModule, AngleFieldComponent, LengthFieldComponent],
  template: `
    <label nz-checkbox [relayHolds]="onEveryPoint()" (told)="onPoints($event)"
      >A piece on every point of the path, and nowhere else</label
    >
    @if (!onEveryPoint()) {
      <label nz-checkbox [relayHolds]="!!meet().points" (told)="put({ points: $event })"
        >Every point of the path</label
      >
    }
    <label nz-checkbox [relayHolds]="meet().corners !== null" (told)="corners($event)">Every corner</label>
    @if (meet().corners !== null) {
      <div class="line">
        <span class="what">that turns by at least</span>
        <relay-angle-field
          label="Corners that turn by at least"
          [value]="meet().corners ?? 0"
          [least]="0"
          [most]="180"
          (changed)="put({ corners: $event })"
        />
      </div>
    }
    @for (s of meet().at; track $index; let i = $index) {
      <div class="line">
        <span class="what">and the place at</span>
        <relay-length-field
          [label]="'Place ' + (i + 1) + ' to be met'"
          [value]="s"
          [unit]="unit()"
          [least]="0"
          (changed)="move(i, $event)"
        />
        <button
          nz-button
          nzType="link"
          type="button"
          [attr.aria-label]="'Take out place ' + (i + 1)"
          (click)="remove(i)"
        >
          out
        </button>
      </div>
    }
    <button
      nz-button
      nzType="link"
      type="button"
      [attr.aria-pressed]="asking() === 'meet'"
      [disabled]="full()"
      (click)="mark()"
    >
      {{ asking() === 'meet' ? 'click on the drawing or the tape…' : 'mark a place' }}
    </button>
    @if (stretches().length > 0) {
      <ol class="cost" aria-label="Stretches">
        @for (words of stretches(); track $index) {
          <li>{{ words }}</li>
        }
      </ol>
      @if (more() > 0) {
        <p class="cost">and {{ more() }} more</p>
      }
    }
  `,
  styleUrl: '../shared/step.less',
  styles: `
    label.ant-checkbox-wrapper {
      display: flex;
      margin-left: 0;
    }
    ol {
      margin: 4px 0 0;
      padding-left: 22px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeetPanelComponent implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly marks = inject(PathMarks);
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly asking = toSignal(this.marks.asking$, { requireSync: true });
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly meet = computed(() => this.run()?.fit.meet ?? NOTHING);
  protected readonly onEveryPoint = computed(() => !!this.meet().points && !!this.meet().alone);
  protected readonly full = computed(() => this.meet().at.length >= MOST_SECTIONS);
  private readonly sections = computed(() => this.state().view?.fit.sections ?? []);
  protected readonly stretches = computed(() => {
    const view = this.state().view;
    if (!view || this.meet().alone) return [];
    const [one, many] = pieceWords(view.resolved.sequence[0]);
    return this.sections()
      .slice(0, MOST_LISTED)
      .map(
        ({ from, to, count, pitch }) =>
          `${formatLength(to - from, this.unit())}: ${count} ${count === 1 ? one : many} of ${formatLength(pitch, this.unit(), 1)}`,
      );
  });
  protected readonly more = computed(() =>
    this.meet().alone ? 0 : Math.max(0, this.sections().length - MOST_LISTED),
  );

  /** Nothing is asked for by a panel that is gone. */
  ngOnDestroy(): void {
    if (this.asking() === 'meet') this.marks.ask(null);
  }

  protected onPoints(wanted: boolean): void {
    const run = this.run();
    if (run) this.store.change(setOnEveryPoint(run.id, wanted));
  }

  protected corners(wanted: boolean): void {
    this.put({ corners: wanted ? USUAL_CORNER : null });
  }

  protected mark(): void {
    if (this.asking() === 'meet') this.marks.ask(null);
    else this.marks.ask('meet', (s) => this.put({ at: [...this.meet().at, s].sort((a, b) => a - b) }));
  }

  protected move(i: number, s: number): void {
    this.put({
      at: this.meet()
        .at.map((old, k) => (k === i ? s : old))
        .sort((a, b) => a - b),
    });
  }

  protected remove(i: number): void {
    this.put({ at: this.meet().at.filter((_, k) => k !== i) });
  }

  protected put(change: Partial<NonNullable<RunFit['meet']>>): void {
    const run = this.run();
    if (run) this.store.change(setMeet(run.id, change));
  }
}

/** Stretches listed at the most. */
const MOST_LISTED = 12;
