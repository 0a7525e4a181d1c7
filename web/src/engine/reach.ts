import {
  fillInkTable,
  type InkTable,
  fillOf,
  planInkTable,
  separated,
  tableReader,
  type Job,
  type Kernels,
  type Pass,
  type PictureSource,
  reachOf,
  encodeSrgb,
  separationOf,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';
import { smallJob } from './small-job.ts';

/** CIEDE2000 from wish to print over a picture. */
export interface ReachStats {
  readonly mean: number;
  readonly p95: number;
}

/** Differences that a plane can hold. */
const MOST = 60;
const SIZE = 17;
const WIDTH = 320;

/** How far off every colour of a picture would be printed, as a plane of 0..1 for 0..60. */
export function offTable(
  kernels: Kernels,
  job: Job,
  pass: Pass,
): { readonly key: string; readonly made: InkTable } | null {
  const separation = separationOf(job, fillOf(pass));
  if (!separation) return null;
  const from = separated(job, separation);
  const reach = reachOf(kernels, from);
  const made = fillInkTable(SIZE, 1, (light, out) => {
    const [r, g, b] = light.map(encodeSrgb) as [number, number, number];
    out[0] = reach(r, g, b).off / MOST;
    return 0;
  });
  return { key: `off ${planInkTable(from).key}`, made };
}

/** CIEDE2000 of codes that were read by an off table. */
export const offOfCode = (code: number): number => ((65535 - code) / 65535) * MOST;

/** How far the inks of a pass's separation are from its picture; null without one. */
export function reachStats(
  engine: SheetEngine,
  job: Job,
  pass: Pass,
  reduced: PictureSource | null,
): ReachStats | null {
  const table = offTable(engine.kernels, job, pass);
  const small = smallJob(job, pass, reduced, WIDTH);
  if (!table || !small) return null;
  const env = engine.sampleEnv((hash) => reduced ?? engine.lookup(hash));
  const read = tableReader(env, small.job, fillOf(small.pass), table.key, table.made);
  const { data } = read({ x: 0, y: 0, width: small.width, height: small.height, step: 1 });
  const off = Float64Array.from(data, offOfCode).sort();
  return { mean: off.reduce((a, b) => a + b, 0) / off.length, p95: off[Math.floor(0.95 * (off.length - 1))]! };
}
