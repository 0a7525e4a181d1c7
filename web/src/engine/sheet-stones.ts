import {
  boxOf,
  type Job,
  type LayNote,
  type Pass,
  planPassStones,
  type StoneFault,
  type StoneList,
  stoneFaults,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';

/** The outlines that a region is laid in, in mm of the trimmed sheet. */
export interface RegionArt {
  /** SVG path of its areas and lines. */
  readonly path: string;
  /** Its box; null where it has none. */
  readonly box: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number } | null;
}

/** The stones of a pass as they are laid. */
export interface SheetStones {
  /** Equal keys mean equal stones. */
  readonly key: string;
  readonly stones: StoneList;
  readonly notes: readonly LayNote[];
  readonly cut: boolean;
  /** Ids of the fills that are its regions. */
  readonly fills: readonly string[];
  readonly art: readonly RegionArt[];
  /** Milliseconds that it took to lay them. */
  readonly took: number;
}

const short = (v: number): string => v.toFixed(2);

function pathOf(points: Float64Array, closed: boolean): string {
  let text = '';
  for (let k = 0; k < points.length; k += 2)
    text += `${k === 0 ? 'M' : 'L'}${short(points[k]!)} ${short(points[k + 1]!)}`;
  return closed ? `${text}Z` : text;
}

/** Lays the stones of a pass; null if it has none. */
export function sheetStones(engine: SheetEngine, job: Job, pass: Pass): SheetStones | null {
  const plan = planPassStones(engine.sampleEnv(), job, pass);
  if (!plan) return null;
  const start = performance.now();
  const { stones, notes, cut } = plan.layout();
  const took = performance.now() - start;
  const art = plan.regions().map(({ art: { areas, lines } }): RegionArt => {
    const all = [...areas, ...lines];
    return {
      path: [...areas.map((p) => pathOf(p, true)), ...lines.map((p) => pathOf(p, false))].join(''),
      box: all.length > 0 ? boxOf(all) : null,
    };
  });
  return { key: plan.key, stones, notes, cut, fills: plan.fills.map((f) => f.id), art, took };
}

/** What is wrong with the stones of a pass. */
export function faultsOfStones(engine: SheetEngine, job: Job, pass: Pass): StoneFault[] {
  const plan = planPassStones(engine.sampleEnv(), job, pass);
  return plan ? stoneFaults(plan.layout().stones, job.stones, plan.regions()) : [];
}
