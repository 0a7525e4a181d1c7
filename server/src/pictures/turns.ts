/** Lets work on the same thing happen one after the other, and work on different things at the same time. */
export class Turns {
  private readonly last = new Map<string, Promise<unknown>>();

  take<T>(key: string, work: () => Promise<T>): Promise<T> {
    const turn = (this.last.get(key) ?? Promise.resolve()).then(work);
    const over = turn
      .catch(() => {})
      .then(() => {
        if (this.last.get(key) === over) this.last.delete(key);
      });
    this.last.set(key, over);
    return turn;
  }
}
