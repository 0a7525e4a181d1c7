import { normalsOf, type Params, type SettingsOf } from '../settings/params.ts';
import { check } from './check.ts';
import { type Held, readSettings } from './read-settings.ts';

/**
 * One part of a document, such as the tone of a fill. A document that does not hold it yet gets the normal value, and
 * so does each setting of it: a new setting needs no migration.
 */
export interface Section<T> {
  readonly name: string;
  readonly normal: T;
  /** @throws JobError naming the first field that is wrong */
  read(value: unknown, field: string, held: Held): T;
}

type Sections = Readonly<Record<string, Section<unknown>>>;
type ValuesOf<S extends Sections> = { readonly [K in keyof S]: S[K] extends Section<infer T> ? T : never };

/** A section that a table of parameters describes. */
export const paramsSection = <P extends Params>(name: string, params: P): Section<SettingsOf<P>> => ({
  name,
  normal: normalsOf(params),
  read: (value, field, held) => readSettings(value, field, params, held),
});

/** Keeps the type of a section that is read by hand. */
export const section = <T>(name: string, normal: T, read: Section<T>['read']): Section<T> => ({ name, normal, read });

/** Sections under their names, with their normal values. */
export const normalSections = <S extends Sections>(sections: S): ValuesOf<S> =>
  Object.fromEntries(Object.entries(sections).map(([name, s]) => [name, s.normal])) as ValuesOf<S>;

/**
 * Reads the sections of a group of fields; one that is missing gets its normal value.
 * @param others names of fields that the caller reads itself
 * @throws JobError naming the first field that is wrong or unknown
 */
export function readSections<S extends Sections>(
  value: unknown,
  field: string,
  sections: S,
  held: Held,
  others: readonly string[] = [],
): ValuesOf<S> {
  const group = check.object(value, field || 'job');
  check.only(group, field, [...Object.keys(sections), ...others]);
  const read = Object.entries(sections).map(([name, s]) => {
    const at = field ? `${field}.${name}` : name;
    return [name, group[name] === undefined ? s.normal : s.read(group[name], at, held)];
  });
  return Object.fromEntries(read) as ValuesOf<S>;
}
