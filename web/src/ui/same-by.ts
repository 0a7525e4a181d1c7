/** A comparison for React.memo: a component renders again only when one of these values changes. */
export const sameBy =
  <P>(values: (props: P) => readonly unknown[]) =>
  (before: P, after: P): boolean => {
    const a = values(before);
    const b = values(after);
    return a.length === b.length && a.every((v, k) => v === b[k]);
  };
