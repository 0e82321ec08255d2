import { RelayError } from '@coin-relay/core';
import type { ErrorRequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { databaseProblem } from './database-problem';
import { HttpError } from './http-error';

/** An error answer after RFC 9457. `code` is ours and never changes; `detail` is for people. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly code: string;
  readonly [extra: string]: unknown;
}

const TITLES: Readonly<Record<number, string>> = {
  400: 'The request cannot be read',
  403: 'The request is not allowed',
  404: 'There is no such thing here',
  405: 'This cannot be done here',
  409: 'This is in the way of something else',
  412: 'The job was changed elsewhere',
  413: 'Too large',
  415: 'Not a kind of content that is read here',
  421: 'Not a name of this server',
  422: 'This cannot be worked out',
  428: 'Say which state the change is based on',
  429: 'Too many at once',
  500: 'Something broke',
  503: 'Busy',
  507: 'No room',
};

export function sendProblem(
  res: Response,
  status: number,
  code: string,
  detail: string,
  extra: Readonly<Record<string, unknown>> = {},
): void {
  const problem: Problem = {
    type: `urn:coin-relay:problem:${code}`,
    title: TITLES[status] ?? 'Error',
    status,
    detail,
    code,
    ...extra,
  };
  res.status(status).type('application/problem+json').send(JSON.stringify(problem));
}

/** Errors of the core and the readers that are about size answer 413, all others 422. */
function statusOf(error: RelayError): number {
  return error.code === 'file-too-large' || error.code === 'path-data-too-large' ? 413 : 422;
}

/** The last middleware: turns whatever was thrown into a problem. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, _req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    const known = databaseProblem(error) ?? error;
    if (known instanceof HttpError) {
      if (known.status === 500 || known.status === 507) log.error({ err: error }, 'request failed');
      if (known.retryAfter !== null) res.set('Retry-After', String(known.retryAfter));
      sendProblem(res, known.status, known.code, known.message, known.extra);
      return;
    }
    if (error instanceof RelayError) {
      sendProblem(res, statusOf(error), error.code, error.message, { subject: error.subject });
      return;
    }
    const type = (error as { type?: unknown } | null)?.type;
    if (type === 'entity.too.large') {
      const { limit } = error as { limit: number };
      sendProblem(
        res,
        413,
        'body-too-large',
        `The request is larger than the ${Math.round(limit / 1e6)} MB that are taken here.`,
        { limit },
      );
      return;
    }
    if (type === 'encoding.unsupported') {
      sendProblem(
        res,
        415,
        'body-encoding',
        'The request’s body is read as JSON in UTF-8, plain or packed with gzip, deflate or Brotli.',
      );
      return;
    }
    if (String((error as { code?: unknown } | null)?.code).startsWith('Z_')) {
      sendProblem(res, 400, 'body-broken', 'The request’s body is packed, and cannot be unpacked.');
      return;
    }
    if (typeof type === 'string' && type.startsWith('request.')) {
      sendProblem(res, 400, 'body-broken', 'The request’s body did not arrive whole.');
      return;
    }
    if (error instanceof URIError) {
      sendProblem(res, 400, 'address-broken', 'The address cannot be read.');
      return;
    }
    log.error({ err: error }, 'request failed');
    sendProblem(res, 500, 'internal', 'Something broke on our side. The job as it was last saved is safe.');
  };
}
