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
import { Box3, Vector3 } from 'three';
import { SolidPool } from '../engine/solid-pool.service';
import { TroubleComponent } from '../shared/trouble.component';
import { AskedSolids } from './ask-solids';
import type { FittedRow } from './row-means';
import { SolidSurfaceComponent } from './solid-surface.component';
import { StandingRow } from './standing-row';

/** A row by itself as solids on its path, wherever it has travelled to; turned by hand or by keys. */
@Component({
  selector: 'relay-row-solid',
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
export class RowSolidComponent {
  private readonly asked = new AskedSolids(inject(SolidPool));
  readonly row = input.required<FittedRow>();
  /** Pitches. */
  readonly travel = input.required<number>();
  readonly label = input.required<string>();
  private readonly surface = viewChild.required(SolidSurfaceComponent);
  private readonly making = toSignal(this.asked.making$, { requireSync: true });
  protected readonly busy = computed(() => this.making().waiting > 0);
  protected readonly problems = computed(() => this.making().problems);
  private standing: StandingRow | null = null;

  constructor() {
    // It is looked at once, when all of it is there; from then on it is turned by hand.
    let framed = false;
    effect((clean) => {
      const [stage, row] = [this.surface().stage(), this.row()];
      if (!stage) return;
      untracked(() => {
        const look = (): void => {
          standing.moveTo(this.travel(), 0);
          if (!framed) stage.camera.lookFrom('corner', linksOf(standing), false);
          framed = !this.busy();
          stage.changed();
        };
        let shown = false;
        const changed = (): void => {
          if (shown) look();
        };
        const standing = new StandingRow(row, { ink: stage.ink, ask: this.asked.ask, changed });
        this.standing = standing;
        stage.show([standing]);
        shown = true;
        look();
        clean(() => {
          this.standing = null;
          standing.dispose();
        });
      });
    });
    // Where it goes it is followed.
    effect(() => {
      const [stage, travel] = [this.surface().stage(), this.travel()];
      const { standing } = this;
      if (!stage || !standing) return;
      standing.moveTo(travel, 0);
      stage.camera.goTo(linksOf(standing).getCenter(new Vector3()), false);
      stage.changed();
    });
  }
}

/** What its links take up: they are looked at, not all of the path. */
function linksOf(row: StandingRow): Box3 {
  const box = new Box3();
  for (const { middle } of row.middles()) box.expandByPoint(middle);
  if (box.isEmpty()) row.grow(box);
  return box.expandByScalar(row.scene.span * 0.8);
}
