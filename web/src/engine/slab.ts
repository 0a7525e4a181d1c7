import { type Job, plainInk, plainStock, printingPasses, quickSeparations } from '@chromatype/core';
import type { View } from './view.ts';

/** Some display rows of a view. `draft`: a first look while something is dragged. */
export interface Slab {
  readonly job: Job;
  readonly view: View;
  /** First display row, and how many. */
  readonly first: number;
  readonly rows: number;
  /** Every how many sheet rows are looked at, for scales below 1. */
  readonly step: number;
  readonly draft: boolean;
  /** As it may come off the press rather than as planned. */
  readonly press?: boolean;
  /** Black on white, as film is looked at. */
  readonly film?: boolean;
}

export interface ExactPixels {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8Array;
}

/** The job that a slab prints: a first look does not wait for the tables of its separations. */
export const printedJob = ({ job, draft }: Slab): Job => (draft ? quickSeparations(job) : job);

/** What a slab's plates are looked at as: in their inks on the stock, or as film. */
export function shownAs({ job, film }: Slab) {
  const passes = printingPasses(job);
  if (!film) return { sheet: job.sheet, passes };
  const sheet = { ...job.sheet, stock: plainStock('Film', '#fbfaf7') };
  return { sheet, passes: passes.map((p) => ({ ...p, ink: plainInk('Film', '#1a1815') })) };
}
