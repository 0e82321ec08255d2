/** An error with its HTTP status. `code` never changes; the message is for people. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly extra: Readonly<Record<string, unknown>> = {},
    /** Seconds after which it may be tried again. */
    readonly retryAfter: number | null = null,
  ) {
    super(message);
  }
}
