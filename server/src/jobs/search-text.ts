/** The words by which a job is found, in one form: lower case, without the accents that a hasty hand leaves out. */
export const foldedText = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** What a search looks through: title first, so that an index by it sorts by title. */
export const searchText = (title: string, tags: readonly string[]): string => foldedText([title, ...tags].join('\n'));
