import type { JoinedContour } from '@coin-relay/formats';

/** Lines taken from a file. */
export interface TakenLines {
  readonly file: string;
  readonly lines: readonly JoinedContour[];
}

/** Digits that imported coordinates are kept to: a millionth of a micrometre. */
export const IMPORT_DIGITS = 9;
