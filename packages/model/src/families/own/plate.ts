import { solidBounds } from './kept-solid';
import type { Own } from './piece';

/** An outline as a plate: how thick, where the middle of it stands before that of the row, how much its edges are eased, mm. */
export interface Plate {
  readonly thick: number;
  readonly middle: number;
  readonly ease: number;
}

/** An own piece is so thick, of its pitch, where nothing else is said. */
const THICK = 0.12;
/** How much further out each outline stands than the one below it, of half the thickness. */
const STEP = 0.12;
/** How much its edges are eased, of half the thickness. */
const EASE = 0.15;
/** An edge can be eased by so much of the thickness, and no more. */
export const MOST_EASE = 0.45;

/** What an outline of a piece is as a plate: as it is said, else thicker than the one below it on both sides. */
export function plateOf({ pitch, outline }: Pick<Own, 'pitch' | 'outline'>, i: number): Plate {
  const { plate } = outline[i];
  if (plate) return { ...plate, ease: Math.min(plate.ease, MOST_EASE * plate.thick) };
  const half = (pitch * THICK) / 2;
  return { thick: 2 * half * (1 + STEP * i), middle: 0, ease: half * EASE };
}

/** How far the plates and bodies of a piece reach behind the plane of its row, and in front of it, mm. */
export function platesReach(piece: Pick<Own, 'pitch' | 'outline'>): readonly [low: number, high: number] {
  const reach = piece.outline.map(({ solid }, i): readonly [number, number] => {
    if (solid) {
      const box = solidBounds(solid);
      return [box[2], box[5]];
    }
    const { middle, thick } = plateOf(piece, i);
    return [middle - thick / 2, middle + thick / 2];
  });
  return [Math.min(0, ...reach.map(([low]) => low)), Math.max(0, ...reach.map(([, high]) => high))];
}

/** A plate k times as large, turned over where it is asked. */
export const scaledPlate = ({ thick, middle, ease }: Plate, k: number, over = false): Plate => ({
  thick: thick * k,
  middle: middle * k * (over ? -1 : 1),
  ease: ease * k,
});
