import type { Area } from './area.ts';

/**
 * A reading of the sheet that is decided but not begun. Equal keys read equal values over equal areas, whatever job
 * they come from. The work is set up when the first area is read.
 */
export interface Planned<T> {
  readonly key: string;
  read(area: Area): T;
  /** What reads the areas, set up now: it may be able to do more than that. */
  reader?(): (area: Area) => T;
}

/** The key of work with these inputs, plain data, that goes on from these readings. */
export const keyOf = (name: string, inputs: unknown, from: readonly { readonly key: string }[]): string =>
  `${name}${JSON.stringify(inputs)}${from.length > 0 ? `(${from.map((f) => f.key).join()})` : ''}`;

/**
 * Plans a reading. `make` gets nothing but the inputs, plain data, and the readings it goes on from: so the key that
 * is made of just these says all that the result depends on, and no list of dependencies is kept beside the work.
 * Whatever else `make` closes over (kernels, caches, pixels that the inputs name) must not change what is read.
 */
export function planned<I, const F extends readonly { readonly key: string }[], T>(
  name: string,
  inputs: I,
  from: F,
  make: (inputs: I, from: F) => (area: Area) => T,
): Planned<T> {
  let read: ((area: Area) => T) | null = null;
  const reader = (): ((area: Area) => T) => {
    read ??= make(inputs, from);
    return read;
  };
  return { key: keyOf(name, inputs, from), read: (area) => reader()(area), reader };
}
