/** Paths that are deleted when a program is ended in the middle of its work. */
const paths = new Set<string>();
let tell: (paths: readonly string[]) => void = () => {};

/** Hears every change of what is unfinished: a program that computes cannot be asked. */
export function onUnfinished(listener: (paths: readonly string[]) => void): void {
  tell = listener;
}

/** Says that these paths are being written; the function that is returned says that they are not any more. */
export function unfinished(...begun: readonly string[]): () => void {
  for (const path of begun) paths.add(path);
  tell([...paths]);
  return () => {
    for (const path of begun) paths.delete(path);
    tell([...paths]);
  };
}
