import type { BatchPrint } from '@chromatype/core';
import type { PrintOutcome } from './batch-folder.ts';

/** One print of a batch as the interface sees it. */
export interface ListedPrint {
  readonly at: number;
  readonly name: string;
  readonly picture: string;
  readonly recipe: string;
  readonly state: PrintState;
  /** 0..1. */
  readonly progress: number;
  /** Why it could not be printed. */
  readonly message: string | null;
  readonly bytes: number;
}

export type PrintState = 'waiting' | 'printing' | 'done' | 'failed';

/** How far a batch is. */
export interface PrintsOfBatch {
  readonly counts: Readonly<Record<PrintState, number>>;
  /** The prints that say most, each state by place: those under way, those that failed, those that wait, those that are done. */
  readonly prints: readonly ListedPrint[];
}

/** Prints that are listed at most: a batch may have thousands, and is looked at again and again. */
export const MOST_LISTED = 200;

const ORDER: readonly PrintState[] = ['printing', 'failed', 'waiting', 'done'];

function listed(
  { at, name, picture, recipe }: BatchPrint,
  outcome: PrintOutcome | undefined,
  share: number | undefined,
): ListedPrint {
  const known = { at, name, picture: picture.name, recipe: recipe.name, message: null, bytes: 0 };
  if (outcome && 'message' in outcome) return { ...known, state: 'failed', progress: 1, message: outcome.message };
  if (outcome) {
    return { ...known, state: 'done', progress: 1, bytes: outcome.files.reduce((sum, file) => sum + file.bytes, 0) };
  }
  return { ...known, state: share === undefined ? 'waiting' : 'printing', progress: share ?? 0 };
}

/** Counts the prints of a batch by their states, and lists the first of them. */
export function printsOfBatch(
  prints: readonly BatchPrint[],
  ended: ReadonlyMap<number, PrintOutcome>,
  shares: ReadonlyMap<number, number>,
): PrintsOfBatch {
  const byState: Record<PrintState, ListedPrint[]> = { waiting: [], printing: [], done: [], failed: [] };
  const counts = { waiting: 0, printing: 0, done: 0, failed: 0 };
  for (const print of prints) {
    const one = listed(print, ended.get(print.at), shares.get(print.at));
    counts[one.state]++;
    if (byState[one.state].length < MOST_LISTED) byState[one.state].push(one);
  }
  return { counts, prints: ORDER.flatMap((state) => byState[state]).slice(0, MOST_LISTED) };
}
