import type { Figure } from '../figure/figure';
import type { FamilyField } from './fields';
import type { Behaviour } from './piece-base';

/** What every piece has, whatever its family. */
export interface AnyPiece {
  readonly family: string;
  readonly id: string;
  readonly name: string;
  readonly pitch: number;
  readonly mass?: number | undefined;
}

/** What a family is called, and what one of its pieces and several are. */
export interface FamilyWords {
  readonly title: string;
  readonly one: string;
  readonly many: string;
  /** What a row has one more of than pieces, being between every two and at both ends; not said where the trade counts no such thing. */
  readonly joint?: readonly [one: string, many: string];
}

/** Pieces with the sequence they come in, and how neighbours lie on one another where it is not as usual. */
export interface MadeOf<P extends AnyPiece> {
  readonly pieces: P[];
  readonly sequence: string[];
  readonly overlap?: 'linked';
}

/** One piece, again and again. */
export const single = <P extends AnyPiece>(piece: P): MadeOf<P> => ({
  pieces: [piece],
  sequence: [piece.id],
});

/** One line of the catalogue: a link that can be taken. */
export interface FamilyEntry<P extends AnyPiece> {
  readonly id: string;
  readonly name: string;
  /** The trade's designation, and the standard it is from; empty for sizes without one. */
  readonly size: string;
  readonly standard: string;
  /** mm. */
  readonly pitch: number;
  /** kg/m; null where it is not known. */
  readonly massPerMetre: number | null;
  readonly make: () => MadeOf<P>;
}

/** An entry of one piece of no trade size, which is called as the entry is. */
export function plainEntry<P extends AnyPiece>(
  id: string,
  name: string,
  make: () => MadeOf<P>,
  change: Partial<P> = {},
): FamilyEntry<P> {
  const { pitch } = make().pieces[0];
  const named = (): MadeOf<P> => {
    const made = make();
    return { ...made, pieces: made.pieces.map((piece) => ({ ...piece, ...change, name })) };
  };
  return { id, name, size: '', standard: '', pitch, massPerMetre: null, make: named };
}

/** One band that runs on from piece to piece: how far its faces lie from its pitch line, mm, and what it is made of. */
export interface Band {
  /** Towards the pulleys. */
  readonly inner: number;
  /** Away from them. */
  readonly outer: number;
  readonly material: string;
  /**
   * Its section as rings, x towards the inside of the path, y towards who looks, mm; outer ones counter-clockwise.
   * @param tolerance how far chords may stray from what is round, mm
   */
  readonly rings: (tolerance: number) => Float64Array[];
  /** Its ends are open where it has any. */
  readonly open?: true;
  /** It is of a section of its own: its edges are drawn, and whether it passes a bend is seen by that. */
  readonly ownSection?: true;
}

/** How far a joint gives, radians, and why it gives no more. */
export interface Give {
  readonly angle: number;
  readonly why: string;
}

/**
 * A family of links: all that is known of it. It stands in a folder of its own, and is entered in
 * the index; whoever uses families never asks for their names.
 */
export interface Family<P extends AnyPiece> {
  readonly id: P['family'];
  /** What one of its pieces is, in a sentence. */
  readonly about: string;
  readonly words: FamilyWords;
  /** How its pieces usually behave; of bands, always. */
  readonly behaviour: Behaviour;
  /** How far the pitch may be off before it is pointed out, as a part of one, and why (common practice, no source). */
  readonly tolerance: { readonly part: number; readonly why: string };
  /** How far two stiff neighbours can turn against each other, radians, and why (common practice, no source); null turns freely. */
  readonly articulation: { readonly angle: number; readonly why: string } | null;
  /** How far two stiff neighbours can bend sidewise, out of the plane they are drawn in, and how far they can twist (common practice, no source). */
  readonly sidewise?: Give;
  readonly twist?: Give;
  /** Its pins lie across the row, not along what is up on it: then it is about these that it bends in its own plane. */
  readonly pinsAcross?: (piece: P) => boolean;
  /** What its pieces say besides what all do; lengths keep their proportion to the pitch. */
  readonly fields: readonly FamilyField<P>[];
  /** The lines of the catalogue. */
  readonly entries: readonly FamilyEntry<P>[];
  /** Across the path in plan, as made, mm; what only hangs from the path is not on it. */
  readonly width: (piece: P) => number;
  /**
   * The figure of a piece at a pin distance of `span`: its first pin at the origin, its second at
   * (span, 0), the inside of the path at y positive.
   * @param wire which shape of an uneven wire, for pieces that have one
   */
  readonly figure: (piece: P, span: number, wire: number) => Figure;

  /** What is wrong with a piece whose fields are good one by one, and of which field it is told; null where nothing is. */
  readonly conflict?: (piece: P) => { readonly key: string; readonly words: string } | null;
  /** Along the path where pieces are laid end to end, mm; the pitch where nothing is said. */
  readonly lengthAlong?: (piece: P) => number;
  /** How much of the path a carried piece that lies across it takes up, mm; nothing where it is not said. */
  readonly breadthAlong?: (piece: P) => number;
  /** What pieces that look alike to a travelling eye have in common; that they are of one family where nothing is said. */
  readonly look?: (piece: P) => string;
  /** Pieces drawn first lie below: 0 where nothing is said. */
  readonly layer?: (piece: P) => 0 | 1;
  /** Its pieces are parts of one band. */
  readonly band?: (piece: P) => Band;
  /** Turned about itself by one such part of a turn it looks as if it had run on by a piece. */
  readonly partsOfTurn?: (piece: P) => number;
  /** Its figure stands about its first pin, not between two. */
  readonly onPin?: true;
  /** Neighbours go through each other or run on into each other: that their figures overlap is no fault. */
  readonly overlaps?: true;
  /** How far linked neighbours can shift in one another, mm: their solids cutting no deeper than that is no fault. */
  readonly play?: (piece: P) => number;
  /** Its pieces are bent from a wire that may be uneven. */
  readonly wire?: true;
  /** What a piece carries out of the path. */
  readonly carries?: (piece: P) => boolean;
  /** What two kinds of link in turn are called, where a closed row has to have an even count of them. */
  readonly alternates?: string;
  /** How far inside the row's line the face of a plain wheel lies, mm; on it where nothing is said. */
  readonly runningDepth?: (piece: P) => number;
  /** What runs on a plain wheel is its body between the pins, not what is on them. */
  readonly runsOnBody?: true;
  /** The wheel whose teeth its pieces mesh with, a tooth gap on the x axis. */
  readonly toothedWheel?: (wheel: ToothedWheel, piece: P) => Figure;
  /** A piece k times as large, where its lengths are not all in its fields. */
  readonly scaled?: (piece: P, k: number) => Partial<P>;
  /** Is a piece of this trade size the article that `made` is of? All of one size are where nothing is said. */
  readonly isArticle?: (piece: P, made: P) => boolean;
}

export interface ToothedWheel {
  readonly radius: number;
  readonly teeth: number;
  /** The pitch the row has on it, mm. */
  readonly pitch: number;
}
