import {
  ChangeDetectionStrategy,
  Component,
  effect,
  type ElementRef,
  input,
  untracked,
  viewChild,
} from '@angular/core';
import type { Map3 } from '@coin-relay/core';
import { TroubleComponent } from '../shared/trouble.component';
import { NO_WEBGL } from './space-stage';
import { stageHere } from './stage-here';
import { StandingBodies, type ShownBody } from './standing-bodies';
import { turnByKey } from './turn-by-key';

/** Bodies of a file as they are turned, looked at from any side by hand or by keys. */
@Component({
  selector: 'relay-body-view',
  imports: [TroubleComponent],
  template: `
    <div
      #surface
      class="surface"
      tabindex="0"
      role="application"
      [attr.aria-label]="label()"
      (keydown)="onKey($event)"
    ></div>
    @if (here.missing()) {
      <relay-trouble>{{ noWebgl }}</relay-trouble>
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
export class BodyViewComponent {
  readonly bodies = input.required<readonly ShownBody[]>();
  /** From the axes of the file to those of a piece. */
  readonly map = input.required<Map3>();
  readonly label = input.required<string>();
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  protected readonly here = stageHere(this.surface);
  protected readonly noWebgl = NO_WEBGL;

  constructor() {
    // It is looked at from a corner once, and from where one has come to then.
    let seen = false;
    effect((clean) => {
      const [stage, bodies, map] = [this.here.stage(), this.bodies(), this.map()];
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

  protected onKey(event: KeyboardEvent): void {
    const stage = this.here.stage();
    if (stage) turnByKey(event, stage, false);
  }
}
