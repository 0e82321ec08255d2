import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { JobPiece, Material } from '@coin-relay/model';
import { SolidPool } from '../engine/solid-pool.service';
import { TroubleComponent } from '../shared/trouble.component';
import { AskedSolids } from './ask-solids';
import { NO_WEBGL, stageIn, type SpaceStage } from './space-stage';
import { StandingPieces } from './standing-pieces';
import { turnByKey } from './turn-by-key';

/** A few pieces of a sequence as solids, turned by hand or by keys. */
@Component({
  selector: 'relay-piece-solid',
  imports: [TroubleComponent],
  template: `
    <div
      #surface
      class="surface"
      tabindex="0"
      role="application"
      [attr.aria-label]="label()"
      [attr.aria-busy]="busy()"
      (keydown)="onKey($event)"
    ></div>
    @for (problem of problems(); track problem) {
      <relay-trouble>{{ problem }}</relay-trouble>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .surface {
      width: 100%;
      height: 100%;
      overflow: hidden;
      touch-action: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceSolidComponent {
  private readonly asked = new AskedSolids(inject(SolidPool));
  readonly pieces = input.required<readonly JobPiece[]>();
  readonly materials = input.required<readonly Material[]>();
  readonly label = input.required<string>();
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  private readonly making = toSignal(this.asked.making$, { requireSync: true });
  private readonly missing = signal(false);
  protected readonly busy = computed(() => this.making().waiting > 0);
  protected readonly problems = computed(() => [
    ...this.making().problems,
    ...(this.missing() ? [NO_WEBGL] : []),
  ]);
  private stage: SpaceStage | null = null;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const stage = stageIn(this.surface().nativeElement);
      if (!stage) {
        this.missing.set(true);
        return;
      }
      this.stage = stage;
      const standing: StandingPieces = new StandingPieces(
        this.pieces(),
        this.materials(),
        stage.ink,
        this.asked.ask,
        () => {
          stage.lookFrom('corner');
          stage.changed();
        },
      );
      const watcher = new ResizeObserver(() => stage.resize());
      watcher.observe(stage.element);
      stage.show([standing]);
      stage.lookFrom('corner');
      destroyed.onDestroy(() => {
        watcher.disconnect();
        standing.dispose();
        stage.dispose();
      });
    });
  }

  protected onKey(event: KeyboardEvent): void {
    if (this.stage) turnByKey(event, this.stage, false);
  }
}
