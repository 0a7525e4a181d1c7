import { SETTINGS } from '../document/registry.ts';
import type { Param } from '../settings/params.ts';

type Ids = ReadonlyMap<string, string | null>;

/** New ids of what a document refers to. One that leads to null is gone; one that is not listed stays. */
export interface NewIds {
  readonly pictures?: Ids;
  readonly separations?: Ids;
  readonly stencils?: Ids;
  readonly passes?: Ids;
  readonly fills?: Ids;
}

/** Names of settings that hold an id of a kind. */
const namesOf = (kind: Param['kind']): string[] =>
  SETTINGS.filter(({ param }) => param.kind === kind).map(({ path }) => path.slice(path.lastIndexOf('.') + 1));

/** Which fields of a document hold which ids: those of its structure, and those that tables of settings name. */
const FIELDS: Readonly<Record<string, keyof NewIds>> = {
  separation: 'separations',
  upTo: 'passes',
  pass: 'passes',
  fill: 'fills',
  stencil: 'stencils',
  picture: 'pictures',
  ...Object.fromEntries(namesOf('picture').map((name) => [name, 'pictures'] as const)),
  ...Object.fromEntries(namesOf('stencil').map((name) => [name, 'stencils'] as const)),
  ...Object.fromEntries(namesOf('pass').map((name) => [name, 'passes'] as const)),
};

/** Gives every reference in a part of a document its new id. Ids themselves (`id`) stay as they are. */
export function withNewIds<T>(value: T, ids: NewIds): T {
  if (Array.isArray(value)) return value.map((item) => withNewIds(item, ids)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, held]) => {
      const known = FIELDS[name] && ids[FIELDS[name]];
      if (!known || typeof held !== 'string') return [name, withNewIds(held, ids)];
      return [name, known.has(held) ? known.get(held)! : held];
    }),
  ) as T;
}

/** Every id of a kind that a part of a document refers to. */
export function referencesIn(value: unknown, kind: keyof NewIds): ReadonlySet<string> {
  const found = new Set<string>();
  const look = (held: unknown): void => {
    if (Array.isArray(held)) held.forEach(look);
    else if (typeof held === 'object' && held !== null) {
      for (const [name, inner] of Object.entries(held)) {
        if (FIELDS[name] === kind && typeof inner === 'string') found.add(inner);
        else look(inner);
      }
    }
  };
  look(value);
  return found;
}
