import { HttpError } from './http-error';

/** Arrays and objects within each other that a body may have; documents have a dozen. */
export const MOST_DEPTH = 64;

const [QUOTE, ESCAPE, ARRAY, ARRAY_END, OBJECT, OBJECT_END] = [...'"\\[]{}'].map((c) => c.charCodeAt(0));

/**
 * Refuses a body of JSON that is nested too deeply, before it is parsed. Reads each byte once at
 * the most, and stops where it is too deep.
 * @throws HttpError 400 body-too-deep
 */
export function checkDepth(body: Uint8Array): void {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < body.length; i++) {
    const c = body[i];
    if (quoted) {
      if (c === ESCAPE) i++;
      else if (c === QUOTE) quoted = false;
    } else if (c === QUOTE) quoted = true;
    else if (c === ARRAY || c === OBJECT) {
      if (++depth > MOST_DEPTH)
        throw new HttpError(
          400,
          'body-too-deep',
          `The request’s body is nested over ${MOST_DEPTH} deep: nothing that is taken here is.`,
        );
    } else if (c === ARRAY_END || c === OBJECT_END) depth--;
  }
}
