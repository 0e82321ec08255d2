import type { Vec } from '@coin-relay/core';
import type { PlaceChoice } from '../../session/place-choice.service';
import type { DrawingStage } from '../drawing-stage';
import { ClickingTool } from './clicking-tool';
import type { Hit, PressKeys } from './pointer';

/** The tool while places are set out: it chooses links, by click and by box. */
export class PlaceTool extends ClickingTool {
  constructor(
    stage: DrawingStage,
    private readonly choice: PlaceChoice,
  ) {
    super(stage);
  }

  hit(at: Vec): Hit {
    const place = this.stage.placeAt(at);
    return place === null ? { on: 'ground' } : { on: 'place', place };
  }

  click(hit: Hit, _at: Vec, keys: PressKeys): void {
    if (hit.on !== 'place') {
      if (!keys.more) this.choice.clear();
    } else if (keys.more) this.choice.toggle([hit.place]);
    else this.choice.choose([hit.place]);
  }

  override box(a: Vec, b: Vec): void {
    super.box(a, b);
    this.choice.choose([...this.choice.places, ...this.stage.placesIn(a, b)]);
  }

  hover(at: Vec | null): void {
    this.stage.hover(null, at && this.stage.placeAt(at) !== null ? 'pointer' : 'default');
  }
}
