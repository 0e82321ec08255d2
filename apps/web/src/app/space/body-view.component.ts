import { ChangeDetectionStrategy, Component, effect, input, untracked, viewChild } from '@angular/core';
import type { Map3 } from '@coin-relay/core';
import { SolidSurfaceComponent } from './solid-surface.component';
import { StandingBodies, type ShownBody } from './standing-bodies';

/** Bodies of a file as they are turned, looked at from any side by hand or by keys. */
@Component({
  selector: 'relay-body-view',
  imports: [SolidSurfaceComponent],
  template: `<relay-solid-surface [label]="label()" />`,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BodyViewComponent {
  readonly bodies = input.required<readonly ShownBody[]>();
  /** From the axes of the file to those of a piece. */
  readonly map = input.required<Map3>();
  readonly label = input.required<string>();
  private readonly surface = viewChild.required(SolidSurfaceComponent);

  constructor() {
    // It is looked at from a corner once, and from where one has come to then.
    let seen = false;
    effect((clean) => {
      const [stage, bodies, map] = [this.surface().stage(), this.bodies(), this.map()];
      if (!stage) return;
      untracked(() => {
        const standing = new StandingBodies(bodies, map, stage.ink);
        stage.show([standing]);
        if (seen) stage.showAll();
        else stage.lookFrom('corner');
        seen = true;
        clean(() => standing.dispose());
      });
    });
  }
}
