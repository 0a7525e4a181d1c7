/** For React.memo: a part is drawn anew only when one of these values is another one. */
export const sameBy =
  <P>(values: (props: P) => readonly unknown[]) =>
  (before: P, after: P): boolean => {
    const a = values(before);
    const b = values(after);
    return a.length === b.length && a.every((v, k) => v === b[k]);
  };
