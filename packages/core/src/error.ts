/**
 * What can go wrong in the words of the job. The code is for programs (it never
 * changes), the message for people: it says what, where, and what to do.
 */
export type RelayErrorCode =
  | 'path-data-empty'
  | 'path-data-broken'
  | 'path-data-too-large'
  | 'path-not-finite'
  | 'path-zero-length'
  | 'path-several-contours'
  | 'pitch-not-positive'
  | 'pitch-longer-than-path'
  | 'too-few-links'
  | 'too-many-links'
  | 'count-not-multiple'
  | 'multiple-too-large'
  | 'wheel-invalid'
  | 'wheels-too-few'
  | 'wheels-too-many'
  | 'wheels-overlap'
  | 'wheel-unreachable'
  | 'shape-invalid'
  | 'drawn-invalid'
  | 'hang-too-short'
  | 'hang-upright'
  | 'slack-invalid'
  | 'stretch-invalid'
  | 'plane-invalid'
  | 'space-path-invalid'
  | 'helix-invalid'
  | 'profile-invalid'
  | 'frame-undefined'
  | 'inset-too-long'
  | 'too-many-sections'
  | 'sections-cannot-close'
  | 'parallel-invalid'
  | 'weights-invalid'
  | 'sequence-invalid'
  | 'boundary-open'
  | 'tension-invalid'
  | 'wheel-travel'
  | 'pins-together'
  | 'outline-invalid'
  | 'row-does-not-settle'
  | 'solid-invalid'
  | 'solid-too-large'
  | 'solid-file-invalid'
  | 'manner-invalid'
  | 'train-ring'
  | 'train-broken'
  | 'rod-too-short'
  | 'spring-invalid'
  | 'rope-invalid'
  | 'winding-invalid'
  | 'section-invalid'
  | 'band-invalid'
  | 'breath-invalid'
  | 'anchor-invalid'
  | 'request-invalid'
  | 'file-too-large'
  | 'file-broken'
  | 'file-refused'
  | 'encoder-missing'
  | 'contour-not-found'
  | 'job-broken'
  | 'job-later-version'
  | 'job-incomplete'
  | 'not-finite';

/** Names the thing the error is about, so that a screen can point at it. */
export interface ErrorSubject {
  readonly wheels?: readonly string[];
  readonly contour?: string;
  readonly offset?: number;
  readonly field?: string;
}

export class RelayError extends Error {
  override readonly name = 'RelayError';
  constructor(
    readonly code: RelayErrorCode,
    message: string,
    readonly subject: ErrorSubject = {},
  ) {
    super(message);
  }
}

/** Formats a length for a message: at most three decimals, no trailing zeros, with its unit. */
export function mm(value: number): string {
  return `${String(Number(value.toFixed(3)))} mm`;
}
