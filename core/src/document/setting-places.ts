import type { Param, Params } from '../settings/params.ts';

export type Station =
  | 'Sheet'
  | 'Picture'
  | 'Tone'
  | 'Stencil'
  | 'Screen'
  | 'Bend'
  | 'Ink'
  | 'Separation'
  | 'Plates'
  | 'Motion'
  | 'Output';

/** A number, choice or switch, and how whatever holds it gets another value. */
export interface Entry<On> {
  /** Its name in the registry, such as `tone.middle`: unique, and kept in documents. */
  readonly path: string;
  readonly station: Station;
  readonly param: Param;
  /** Its value; undefined where it is not, as a setting of another kind of picture. */
  get(on: On): unknown;
  set(on: On, value: unknown): On;
}

export type Group = Readonly<Record<string, unknown>>;
/** Where the settings of a table lie in what holds them. */
export interface Place<On> {
  get(on: On): Group | undefined;
  set(on: On, group: Group): On;
}

/** An entry for every setting of a table. `prefix` stands before its name in the path. */
export const entries = <On>(station: Station, prefix: string, params: Params, { get, set }: Place<On>): Entry<On>[] =>
  Object.entries(params).map(([name, param]) => ({
    path: `${prefix}.${name}`,
    station,
    param,
    get: (on) => get(on)?.[name],
    set(on, value) {
      const group = get(on);
      return group ? set(on, { ...group, [name]: value }) : on;
    },
  }));

/** A part of something: how it is read and replaced. */
export interface Part<On, In> {
  get(on: On): In | undefined;
  set(on: On, value: In): On;
}

/** A place inside a part. */
export const inside = <On, In>(outer: Part<On, In>, inner: Place<In>): Place<On> => ({
  get(on) {
    const value = outer.get(on);
    return value && inner.get(value);
  },
  set(on, group) {
    const value = outer.get(on);
    return value ? outer.set(on, inner.set(value, group)) : on;
  },
});

/** One field as a part. */
export const part = <On, K extends keyof On>(key: K): Part<On, On[K]> => ({
  get: (on) => on[key],
  set: (on, value) => ({ ...on, [key]: value }),
});

/** One field as a group of settings. */
export const field = <On>(key: keyof On): Place<On> => ({
  get: (on) => on[key] as Group,
  set: (on, group) => ({ ...on, [key]: group }),
});
