import pLimit from 'p-limit';

/**
 * Small prints that the Shelf waits for at a time: a browser keeps few connections to one server, and those that are taken
 * by prints would keep a job waiting that somebody opens.
 */
const AT_ONCE = 2;

const turns = pLimit(AT_ONCE);

/** Begins when it is its turn, and is done when `done` is called. Returns what gives the turn back early. */
export function inTurn(begin: (done: () => void) => void): () => void {
  let given = false;
  let end = (): void => {
    given = true;
  };
  void turns(() => {
    if (given) return undefined;
    return new Promise<void>((done) => {
      end = done;
      begin(done);
    });
  });
  return () => end();
}
