import { raw, type Request, type RequestHandler } from 'express';
import { checkDepth } from './depth';
import { HttpError } from './http-error';

/** Takes the bytes of a body of JSON up to so many; they are read where there is time for it. */
export const takeJson = (limit: number): RequestHandler => raw({ type: 'application/json', limit });

/**
 * The bytes that were taken.
 * @throws HttpError where there are none, or where they are not said to be JSON in UTF-8 (RFC 8259, 8.1)
 */
export function bodyOf(req: Request): Uint8Array {
  const bytes: unknown = req.body;
  const charset = /;\s*charset\s*=\s*"?([^\s;"]+)/i.exec(req.headers['content-type'] ?? '')?.[1];
  if (!Buffer.isBuffer(bytes) || (charset !== undefined && !/^utf-?8$/i.test(charset)))
    throw new HttpError(
      415,
      'body-encoding',
      'The request’s body is read as JSON in UTF-8, plain or packed with gzip, deflate or Brotli.',
    );
  return bytes;
}

/**
 * Reads a body of JSON, once it is seen not to be nested too deeply.
 * @throws HttpError 400
 */
export function parseBody(bytes: Uint8Array): unknown {
  checkDepth(bytes);
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new HttpError(400, 'body-broken', 'The request’s body is not readable JSON.');
  }
}
