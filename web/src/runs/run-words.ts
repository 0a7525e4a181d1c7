import { outputOf } from '@chromatype/core';
import type { Run } from '../api/runs.ts';

export const RUN_STATES: Readonly<Record<Run['state'], string>> = {
  queued: 'waiting',
  running: 'printing',
  done: 'done',
  failed: 'failed',
  cancelled: 'cancelled',
};

/** What a run makes, in a few words. */
export function runText({ asked, title }: Run): string {
  if (asked.kind !== 'batch') return `${outputOf(asked.kind).label} of ${title ?? 'a job'}`;
  const pictures = asked.pictures === 1 ? 'one picture' : `${asked.pictures} pictures`;
  return `Batch: ${pictures} by ${asked.recipes.join(', ')}, as ${asked.formats.join(', ').toUpperCase()}`;
}
