/** Words as a part of a file name that every file system takes. */
export const fileWords = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();

/** Name of a plate's files without their ending: its place, then its name. */
export const plateFileName = (pass: { readonly name: string }, place: number): string =>
  `${place + 1}-${fileWords(pass.name) || 'plate'}`;
