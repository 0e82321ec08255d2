import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
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
import { SolidSurfaceComponent } from './solid-surface.component';
import { StandingPieces } from './standing-pieces';

/** A few pieces of a sequence as solids, turned by hand or by keys. */
@Component({
  selector: 'relay-piece-solid',
  imports: [SolidSurfaceComponent, TroubleComponent],
  template: `
    <relay-solid-surface [label]="label()" [busy]="busy()" />
    @for (problem of problems(); track problem) {
      <relay-trouble>{{ problem }}</relay-trouble>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceSolidComponent {
  private readonly asked = new AskedSolids(inject(SolidPool));
  readonly pieces = input.required<readonly JobPiece[]>();
  readonly materials = input.required<readonly Material[]>();
  readonly label = input.required<string>();
  private readonly surface = viewChild.required(SolidSurfaceComponent);
  private readonly making = toSignal(this.asked.making$, { requireSync: true });
  protected readonly busy = computed(() => this.making().waiting > 0);
  protected readonly problems = computed(() => this.making().problems);

  constructor() {
    // It is looked at once, when all of it is there; from then on it is turned by hand.
    let framed = false;
    effect((clean) => {
      const [stage, pieces, materials] = [this.surface().stage(), this.pieces(), this.materials()];
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
}
