import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { JobPiece, Material } from '@coin-relay/model';
import { SolidPool } from '../engine/solid-pool.service';
import { TroubleComponent } from '../shared/trouble.component';
import { AskedSolids } from './ask-solids';
import { NO_WEBGL } from './space-stage';
import { stageHere } from './stage-here';
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
      display: flex;
      flex-direction: column;
    }
    .surface {
      flex: 1;
      min-height: 0;
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
  private readonly here = stageHere(this.surface);
  protected readonly busy = computed(() => this.making().waiting > 0);
  protected readonly problems = computed(() => [
    ...this.making().problems,
    ...(this.here.missing() ? [NO_WEBGL] : []),
  ]);

  constructor() {
    // It is looked at once, when all of it is there; from then on it is turned by hand.
    let framed = false;
    effect((clean) => {
      const [stage, pieces, materials] = [this.here.stage(), this.pieces(), this.materials()];
      if (!stage) return;
      const look = (): void => {
        if (!framed) stage.lookFrom('corner');
        framed = !this.busy();
      };
      untracked(() => {
        let shown = false;
        const standing = new StandingPieces(pieces, materials, stage.ink, this.asked.ask, () => {
          stage.changed();
          if (shown) look();
        });
        stage.show([standing]);
        shown = true;
        look();
        clean(() => standing.dispose());
      });
    });
  }

  protected onKey(event: KeyboardEvent): void {
    const stage = this.here.stage();
    if (stage) turnByKey(event, stage, false);
  }
}
