import { RelayError, type RelayErrorCode } from '@coin-relay/core';
import { WorkFailure, type FailureKind } from './pool/work-failure';

/** An answer, or what was wrong, in a form that crosses threads. */
export type Reply<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false;
      readonly code: RelayErrorCode | 'internal';
      readonly message: string;
      readonly wheels: readonly string[];
    };

/** Does the work; whatever goes wrong becomes the answer. */
export function replied<T>(work: () => T): Reply<T> {
  try {
    return { ok: true, value: work() };
  } catch (error) {
    return refused(error);
  }
}

/** The same of work that waits for something. */
export async function repliedLater<T>(work: () => Promise<T>): Promise<Reply<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    return refused(error);
  }
}

/** An error as an answer. */
export function refused(error: unknown): Reply<never> {
  if (error instanceof RelayError)
    return { ok: false, code: error.code, message: error.message, wheels: error.subject.wheels ?? [] };
  if (error instanceof WorkFailure) return failed(error.message);
  return failed(`This broke: ${String(error)}`);
}

export const failed = (message: string): Reply<never> => ({
  ok: false,
  code: 'internal',
  message,
  wheels: [],
});

/**
 * What a thread was asked for; where it gives no answer, why is the answer.
 * @param words what is said of some failures instead
 */
export async function answerOf<T>(
  asked: Promise<Reply<T>>,
  words: Partial<Record<FailureKind, string>> = {},
): Promise<Reply<T>> {
  try {
    return await asked;
  } catch (error) {
    const own = error instanceof WorkFailure ? words[error.kind] : undefined;
    return own === undefined ? refused(error) : failed(own);
  }
}
