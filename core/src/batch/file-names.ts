/** What stands in braces in the pattern of names. */
export const NAME_FIELDS = [
  { name: 'picture', about: 'The name of the picture without its ending.' },
  { name: 'recipe', about: 'The name of the recipe.' },
  { name: 'number', about: 'The number of the print, counted from 1.' },
] as const;

export const DEFAULT_PATTERN = '{picture}-{recipe}';

/** Characters that some file systems do not take in names, and control characters. */
const FORBIDDEN = /[\\/:*?"<>|\p{Cc}]+/gu;
const LONGEST = 120;

/** A text as a part of a file name on every file system. */
export const fileText = (text: string): string => text.replace(FORBIDDEN, ' ').replace(/\s+/g, ' ').trim();

const withoutEnding = (name: string): string => name.replace(/\.[^.]{1,5}$/, '') || name;

/** What a pattern is filled with. */
export interface Named {
  readonly picture: string;
  readonly recipe: string;
  /** Counted from 0. */
  readonly at: number;
}

/** Says what is wrong with a pattern in one sentence; null if nothing is. */
export function patternFault(pattern: string): string | null {
  if (pattern.trim() === '') return 'The names of files need a pattern, such as {picture}-{recipe}.';
  const unknown = /\{([^{}]*)\}/g;
  for (const [, name] of pattern.matchAll(unknown)) {
    if (!NAME_FIELDS.some((f) => f.name === name))
      return `The pattern of names holds {${name}}; it may hold ${NAME_FIELDS.map((f) => `{${f.name}}`).join(', ')}.`;
  }
  return null;
}

/** The name of a print after a pattern, without an ending. Never empty, never hidden, never a path. */
export function namedAfter(pattern: string, { picture, recipe, at }: Named): string {
  const fields: Readonly<Record<string, string>> = {
    picture: withoutEnding(picture),
    recipe,
    number: String(at + 1).padStart(3, '0'),
  };
  const filled = pattern.replace(/\{([^{}]*)\}/g, (_, name: string) => fields[name] ?? '');
  const name = fileText(filled)
    .replace(/^[.\s]+/, '')
    .slice(0, LONGEST)
    .trim();
  return name || `print ${fields.number}`;
}

/** Gives each name of a list once: one that comes again gets a number. Names that differ in case alone count as one. */
export function differentNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    let free = name;
    for (let k = 2; taken.has(free.toLowerCase()); k++) free = `${name} ${k}`;
    taken.add(free.toLowerCase());
    return free;
  });
}
