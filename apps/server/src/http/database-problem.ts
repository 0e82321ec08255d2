import { HttpError } from './http-error';

/** Seconds after which a save may be tried again. */
const RETRY_AFTER = 4;
const KEPT =
  'What was saved before is as it was; keep the page open, and it is saved as soon as that is mended.';

/** What an error of the database means for the one who asked; null where it is none. */
export function databaseProblem(error: unknown): HttpError | null {
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code !== 'string' || !code.startsWith('SQLITE_')) return null;
  if (code === 'SQLITE_FULL')
    return new HttpError(
      507,
      'disk-full',
      `The disk is full, so nothing can be saved. ${KEPT}`,
      {},
      RETRY_AFTER,
    );
  if (code.startsWith('SQLITE_READONLY') || code.startsWith('SQLITE_CANTOPEN') || code === 'SQLITE_PERM')
    return new HttpError(
      507,
      'data-read-only',
      `The folder of the data cannot be written, so nothing can be saved. ${KEPT}`,
      {},
      RETRY_AFTER,
    );
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return new HttpError(
      503,
      'data-busy',
      'Another program is writing the data. Try again in a moment.',
      {},
      1,
    );
  if (code.startsWith('SQLITE_IOERR'))
    return new HttpError(
      507,
      'disk-fault',
      `The disk does not take what is written to it, or does not give it back. ${KEPT}`,
      {},
      RETRY_AFTER,
    );
  if (code.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return new HttpError(
      500,
      'data-damaged',
      'The file of the data is damaged. Stop the server and put a copy of the file in its place.',
    );
  return null;
}
