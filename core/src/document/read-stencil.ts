import { EDGE_PARAMS } from '../stencil/edge-params.ts';
import { PART_NAMES, partKindOf } from '../stencil/parts/index.ts';
import { MEETINGS, NO_EDGES, type Stencil, type StencilPart } from '../stencil/stencil.ts';
import { check, JobError } from './check.ts';
import { checkPath } from './check-path.ts';
import { type Held, readSettings } from './read-settings.ts';

/** Stencils of a job, and parts of a stencil. */
export const MOST_STENCILS = 500;
export const MOST_PARTS = 500;

const DOES = MEETINGS.map((m) => m.name);

function readPart(value: unknown, field: string, held: Held): StencilPart {
  const p = check.object(value, field);
  check.only(p, field, ['id', 'kind', 'on', 'does', 'settings']);
  const kind = check.oneOf(p.kind, `${field}.kind`, PART_NAMES);
  const { params, fault } = partKindOf(kind);
  const settings = readSettings(p.settings ?? {}, `${field}.settings`, params, held);
  checkPath(settings.path, `${field}.settings.path`);
  const wrong = fault?.(settings as never);
  if (wrong) throw new JobError(`${field}.settings`, wrong);
  return {
    id: check.text(p.id, `${field}.id`, 64),
    kind,
    on: p.on === undefined ? true : check.flag(p.on, `${field}.on`),
    does: p.does === undefined ? 'add' : check.oneOf(p.does, `${field}.does`, DOES),
    settings,
  };
}

/** @throws JobError naming the first field of a stencil that is wrong */
export function readStencil(value: unknown, field: string, held: Held): Stencil {
  const s = check.object(value, field);
  check.only(s, field, ['id', 'name', 'parts', 'edges']);
  const parts = check
    .list(s.parts, `${field}.parts`, MOST_PARTS)
    .map((p, k) => readPart(p, `${field}.parts[${k}]`, held));
  if (parts.length === 0) {
    throw new JobError(`${field}.parts`, `"${field}" has no parts, so that nothing would print in it; draw one first.`);
  }
  return {
    id: check.text(s.id, `${field}.id`, 64),
    name: check.text(s.name, `${field}.name`),
    parts,
    edges: s.edges === undefined ? NO_EDGES : readSettings(s.edges, `${field}.edges`, EDGE_PARAMS),
  };
}
