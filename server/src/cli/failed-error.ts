/** A command that could not do its work, in one plain sentence; the call itself was right. */
export class FailedError extends Error {
  readonly exitCode = 1;
}
