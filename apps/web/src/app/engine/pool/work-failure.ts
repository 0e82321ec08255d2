/** Why a call of a thread has no answer. */
export type FailureKind =
  /** Whoever asked no longer wants it. */
  | 'cancelled'
  /** It took longer than it may. */
  | 'late'
  /** The thread went away, and so did the next one. */
  | 'died'
  /** The work threw something that is no answer. */
  | 'broke';

/** A call of a thread that was not answered; the message is for people. */
export class WorkFailure extends Error {
  constructor(
    readonly kind: FailureKind,
    message: string,
  ) {
    super(message);
    this.name = 'WorkFailure';
  }
}
