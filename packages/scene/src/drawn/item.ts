import type { Affine } from '@coin-relay/core';
import type { Boundary } from '@coin-relay/model';
import type { DrawTurn, ScenePiece } from '../placing';
import type { MachinePart } from '../machine-parts';

/** A shape: filled with a material, outlined in ink, or a wire of some width. */
export type DrawnShape = Pick<MachinePart, 'd' | 'fill' | 'line' | 'wire'>;

/** What a drawing may be made of. */
export type DrawnKind = 'piece' | 'letter' | 'wheel' | 'band' | 'path' | 'mark' | 'machine';

/** One thing of a drawing as it stands at a frame, mm, y up. */
export interface DrawnItem {
  /** Names it in all frames; the same twice only where it is drawn in two parts. */
  readonly id: string;
  /** Null for what lies between the rows. */
  readonly run: string | null;
  readonly kind: DrawnKind;
  /** The same for all that is drawn alike; null for what is drawn in one place alone. */
  readonly look: string | null;
  readonly name: string;
  readonly shapes: readonly DrawnShape[];
  /** Takes the axes of its shapes to those of the drawing; null where they are the same. */
  readonly map: Affine | null;
  /** Lies behind the wheels of its row. */
  readonly behind: boolean;
  /** What of it: all, or a part that lies over its neighbour once more. */
  readonly what: DrawTurn['what'];
  /** What cuts it, where something does. */
  readonly cut: Boundary | null;
  /** Of a piece with a picture on it: which, and on which of its shapes. */
  readonly picture: { readonly on: DrawnShape; readonly of: ScenePiece } | null;
}
