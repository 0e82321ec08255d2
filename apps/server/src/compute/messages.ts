import { RelayError, type ErrorSubject, type RelayErrorCode } from '@coin-relay/core';
import { HttpError } from '../http/http-error';
import type { TaskName } from './tasks';

/** What a thread says when it can be asked. */
export const READY = 'ready';

/** What a thread is asked. */
export interface TaskMessage {
  readonly name: TaskName;
  readonly body: Uint8Array;
}

/** What it answers: errors do not cross between threads as they are. */
export type TaskReply =
  | { readonly ok: true; readonly answer: object }
  | {
      readonly ok: false;
      readonly relay: {
        readonly code: RelayErrorCode;
        readonly message: string;
        readonly subject: ErrorSubject;
      };
    }
  | {
      readonly ok: false;
      readonly http: {
        readonly status: number;
        readonly code: string;
        readonly message: string;
        readonly extra: Readonly<Record<string, unknown>>;
      };
    }
  | { readonly ok: false; readonly broke: string };

export async function replyOf(work: () => object | Promise<object>): Promise<TaskReply> {
  try {
    return { ok: true, answer: await work() };
  } catch (error) {
    if (error instanceof RelayError) {
      const { code, message, subject } = error;
      return { ok: false, relay: { code, message, subject } };
    }
    if (error instanceof HttpError) {
      const { status, code, message, extra } = error;
      return { ok: false, http: { status, code, message, extra } };
    }
    return { ok: false, broke: String(error) };
  }
}

/** The error that a thread answered with. */
export function errorOf(reply: Exclude<TaskReply, { ok: true }>): Error {
  if ('relay' in reply) return new RelayError(reply.relay.code, reply.relay.message, reply.relay.subject);
  if ('http' in reply)
    return new HttpError(reply.http.status, reply.http.code, reply.http.message, reply.http.extra);
  return new Error(`the calculation broke: ${reply.broke}`);
}
