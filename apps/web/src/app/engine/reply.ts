import { RelayError, type RelayErrorCode } from '@coin-relay/core';

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
    if (error instanceof RelayError) {
      return { ok: false, code: error.code, message: error.message, wheels: error.subject.wheels ?? [] };
    }
    return failed(`This broke: ${String(error)}`);
  }
}

export const failed = (message: string): Reply<never> => ({
  ok: false,
  code: 'internal',
  message,
  wheels: [],
});
