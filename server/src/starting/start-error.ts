/** A start that cannot go on: one plain sentence for who starts the server, and the exit status that says whose fault it is. */
export class StartError extends Error {
  constructor(
    message: string,
    /** 2 for a setting that makes no sense, 1 for everything else. */
    readonly exitCode: 1 | 2 = 1,
  ) {
    super(message);
    this.name = 'StartError';
  }
}
