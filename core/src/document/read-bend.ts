import { BEND_NAMES, type Bend, bendKind, BENT_PARTS } from '../bend/index.ts';
import { check } from './check.ts';
import { type Held, readSettings } from './read-settings.ts';
import { MOST_BENDS } from './limits.ts';
import { section } from './section.ts';

const PARTS = BENT_PARTS.map((p) => p.name);

function readBend(value: unknown, field: string, held: Held): Bend {
  const b = check.object(value, field);
  check.only(b, field, ['kind', 'on', 'what', 'settings']);
  const kind = check.oneOf(b.kind, `${field}.kind`, BEND_NAMES);
  return {
    kind,
    on: b.on === undefined ? true : check.flag(b.on, `${field}.on`),
    what: b.what === undefined ? 'lattice' : check.oneOf(b.what, `${field}.what`, PARTS),
    settings: readSettings(b.settings ?? {}, `${field}.settings`, bendKind(kind).params, held),
  };
}

/** The Bend station of a fill. */
export const bendSection = section<readonly Bend[]>('bend', [], (value, field, held) =>
  check.list(value, field, MOST_BENDS).map((item, k) => readBend(item, `${field}[${k}]`, held)),
);
