import type { Vec } from '@coin-relay/core';
import type { PlaceChoice } from '../../set-out/place-choice.service';
import type { DrawingStage } from '../drawing-stage';
import type { Hit, PointerUse, PressKeys } from './pointer';

/** The hands on the drawing while places are set out: they choose links, by click and by box. */
export class PlaceHands implements PointerUse {
  constructor(
    private readonly stage: DrawingStage,
    private readonly choice: PlaceChoice,
  ) {}

  hit(at: Vec): Hit {
    const place = this.stage.placeAt(at);
    return place === null ? { on: 'ground' } : { on: 'place', place };
  }

  places(): boolean {
    return false;
  }

  click(hit: Hit, _at: Vec, keys: PressKeys): void {
    if (hit.on !== 'place') {
      if (!keys.more) this.choice.clear();
    } else if (keys.more) this.choice.toggle([hit.place]);
    else this.choice.choose([hit.place]);
  }

  doubleClick(): void {
    // A second click on a link says nothing new.
  }

  dragStart(): boolean {
    return false;
  }

  drag(): void {
    // Nothing is dragged: places are moved by their numbers.
  }

  dragEnd(): void {
    // See drag.
  }

  dragCancel(): void {
    // See drag.
  }

  boxing(a: Vec, b: Vec): void {
    this.stage.setOverlay({ box: [a, b] });
  }

  box(a: Vec, b: Vec): void {
    this.stage.setOverlay({});
    this.choice.choose([...this.choice.places, ...this.stage.placesIn(a, b)]);
  }

  pan(dx: number, dy: number): void {
    this.stage.pan(dx, dy);
  }

  zoom(at: Vec, factor: number): void {
    this.stage.zoom(factor, at);
  }

  hover(at: Vec | null): void {
    this.stage.hover(null, at && this.stage.placeAt(at) !== null ? 'pointer' : 'default');
  }
}
