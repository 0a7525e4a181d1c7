import type { Run } from '../../api/runs.ts';

/** A moment of a run's progress. */
export interface Seen {
  readonly at: number;
  readonly share: number;
}

/** How long a run still takes at its pace so far; null when that cannot be said yet. */
export function remaining({ progress }: Pick<Run, 'progress'>, first: Seen | null, now: number): string | null {
  if (!first || progress - first.share < 0.02) return null;
  const seconds = ((now - first.at) / 1000 / (progress - first.share)) * (1 - progress);
  return seconds < 90 ? `${Math.ceil(seconds)} s left` : `${Math.ceil(seconds / 60)} min left`;
}
