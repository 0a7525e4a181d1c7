/** Words as a part of a file name that every file system takes. */
export const fileWords = (text: string): string =>
  text
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
