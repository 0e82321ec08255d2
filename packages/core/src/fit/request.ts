import { RelayError, mm } from '../error';
import { LIMITS } from '../limits';
import type { Engagement } from '../route';
import type { PieceOrder } from '../set-out/order';
import type { Rounding } from './count';
import { PLAIN_LAY, type RowLay } from './lay';
import type { MustMeet } from './sections';

/**
 * What holds when path and pitch do not agree: the path (the pitch gives way), the pitch (the path
 * does), both but for one wheel that moves or one span that hangs, or both (a gap is left).
 */
export type Hold = 'path' | 'pitch' | 'wheel' | 'slack' | 'both';

/** Pieces of lengths of their own, laid one against the next. */
export interface EndToEnd {
  /** Of the pieces of the sequence, mm. */
  readonly lengths: readonly number[];
  /** Which of them comes at each place: in turn, again and again, unless said. */
  readonly order?: PieceOrder;
  /** Between the end of one and the start of the next, mm. */
  readonly gap: number;
  /** They are the parts of long bodies, which leave what they leave: that is no fault. */
  readonly bodies?: true;
}

/** How long a piece is in the mean of a long row, mm: by their weights where they are drawn. */
export function expectedLength({ lengths, order }: Pick<EndToEnd, 'lengths' | 'order'>): number {
  const mean = lengths.reduce((sum, length) => sum + length, 0) / lengths.length;
  if (order?.by !== 'weight') return mean;
  const { weights } = order;
  const sum = weights.reduce((a, b) => a + b, 0);
  // Weights that cannot be drawn by are refused where they are drawn.
  if (!(sum > 0) || weights.length !== lengths.length) return mean;
  return lengths.reduce((total, length, k) => total + length * weights[k], 0) / sum;
}

/** A wheel that may move, its line as a direction, and how far it may go along it and back, mm. */
export interface Tension {
  readonly wheel: string;
  readonly dx: number;
  readonly dy: number;
  readonly min: number;
  readonly max: number;
}

export interface FitRequest {
  /** The pitch asked for, mm, pin to pin. */
  readonly pitch: number;
  readonly pieces: Engagement;
  /** The count has to be a multiple of this. */
  readonly multiple: number;
  readonly rounding: Rounding;
  readonly hold: Hold;
  /** A count fixed by the user; null to derive it. */
  readonly count: number | null;
  /** The wheel that gives way, where one does. */
  readonly tension: Tension | null;
  /** The span that hangs, by the wheel it leaves, where slack gives way. */
  readonly span: string | null;
  /** Where pieces lie end to end; their pitch is then their mean length with the gap. */
  readonly endToEnd: EndToEnd | null;
  /** Where on the path the row lies. */
  readonly lay: RowLay;
  /** Places that a pin has to stand on. */
  readonly meet: MustMeet | null;
}

export const DEFAULT_REQUEST: Omit<FitRequest, 'pitch'> = {
  pieces: 'stiff',
  multiple: 1,
  rounding: 'nearest',
  hold: 'path',
  count: null,
  tension: null,
  span: null,
  endToEnd: null,
  lay: PLAIN_LAY,
  meet: null,
};

/** Checks the numbers of a request against each other and against the path's length. */
export function checkRequest(request: FitRequest, length: number): void {
  const { pitch, multiple } = request;
  if (!(pitch > 0 && pitch <= LIMITS.coordinate)) {
    throw new RelayError(
      'pitch-not-positive',
      `A pitch of ${Number.isFinite(pitch) ? mm(pitch) : pitch} cannot be used. It must be above zero and at most ${mm(LIMITS.coordinate)}.`,
      { field: 'pitch' },
    );
  }
  if (!(Number.isInteger(multiple) && multiple >= 1 && multiple <= LIMITS.links)) {
    throw new RelayError(
      'request-invalid',
      `A multiple of ${multiple} cannot be used. It must be a whole number from 1 to ${LIMITS.links}.`,
      { field: 'multiple' },
    );
  }
  if (pitch > length * (1 + 1e-9)) {
    throw new RelayError(
      'pitch-longer-than-path',
      `The pitch of ${mm(pitch)} is longer than the path of ${mm(length)}. Use a shorter link or a longer path.`,
      { field: 'pitch' },
    );
  }
  if (length / pitch > LIMITS.links) {
    throw new RelayError(
      'too-many-links',
      `A path of ${mm(length)} at a pitch of ${mm(pitch)} takes ${Math.round(length / pitch)} links; at most ${LIMITS.links} can be worked on. Use a longer pitch.`,
      { field: 'pitch' },
    );
  }
}
