/** Why the server cannot start, as one line for the one who starts it. */
export class StartError extends Error {
  /** @param usage whether how it is started is told too */
  constructor(
    message: string,
    readonly usage = false,
  ) {
    super(message);
  }
}
