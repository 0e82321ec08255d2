import type { Vec3 } from '../math';

/** An up direction at a place of a path. */
export interface UpStation {
  /** Arc length, mm. */
  readonly s: number;
  readonly up: Vec3;
}

/** How far a piece leans to the left of its way at a place of a path, radians. */
export interface RollStation {
  readonly s: number;
  readonly roll: number;
}

/** What keeps pieces upright along a path. */
export type UpRule =
  /** As little twist as can be; on a closed path what the frame comes back turned by is spread over it. */
  | { readonly by: 'least-twist' }
  /** One direction is up everywhere. */
  | { readonly by: 'fixed'; readonly up: Vec3 }
  /** Up is told at places, and turns evenly between them. */
  | { readonly by: 'stations'; readonly stations: readonly UpStation[] }
  /** Upright, but for a lean told at places: straight between them, level with the nearest beyond. */
  | { readonly by: 'bank'; readonly vertical: Vec3; readonly stations: readonly RollStation[] }
  /** Upright, but leaning into bends as is right for a speed, mm/s. */
  | {
      readonly by: 'speed';
      readonly vertical: Vec3;
      readonly speed: number;
      /** Over what length it leans over, mm. */
      readonly ease: number;
    };

/** Standard gravity (3rd General Conference on Weights and Measures, 1901), mm/s². */
export const GRAVITY = 9806.65;

/** Stations of one rule at the most. */
export const MOST_UP_STATIONS = 1_000;
