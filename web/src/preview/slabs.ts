import {
  anyOutlines,
  type Bend,
  bendKind,
  type Job,
  fillOf,
  movedBend,
  type Sheet,
  sheetPixels,
  withFill,
} from '@chromatype/core';
import { BLOCK_HEIGHT } from '../engine/sheet-engine.ts';
import type { Slab } from '../engine/slab.ts';
import { type View, visibleSheet } from '../engine/view.ts';

export type Stage = 'first' | 'settled';

/**
 * Why a picture is asked for. `dragging`: the newest state comes first and is settled when the hand rests. `changed`: a
 * first picture at once, then the settled one. `moved`: the same print in another view, settled at once, since what was
 * shown is carried over. `look`: a first picture alone, of what will be asked for again.
 */
export type Asking = 'dragging' | 'changed' | 'moved' | 'look';

/** A picture that is asked for. */
export interface Request {
  readonly job: Job;
  readonly view: View;
  readonly asked: number;
  readonly asking: Asking;
  readonly stage: Stage;
  /** As it may come off the press. */
  readonly press?: boolean;
}

/** The view that a request is drawn at: its own, or one `coarse` times coarser that is enlarged on the display. */
export function drawnView({ view, stage }: Request, coarse: number): View {
  if (stage === 'settled' || view.scale >= 1 || coarse === 1) return view;
  return {
    scale: view.scale / coarse,
    originX: view.originX / coarse,
    originY: view.originY / coarse,
    width: Math.ceil(view.width / coarse),
    height: Math.ceil(view.height / coarse),
  };
}

/** Display rows in a slab: few enough to give way soon to something newer. A row of outlines takes longer than one of dots. */
const SLAB_ROWS = 128;
const OUTLINE_ROWS = 48;

/**
 * The slabs of a view for each worker. Below scale 1 every worker has its own part of the display,
 * and from 1 on its own rows of blocks, so that a worker gets the blocks that it has cached.
 */
export function slabsOf({ job, view, stage, press }: Request, workers: number): Slab[][] {
  const queues: Slab[][] = Array.from({ length: workers }, () => []);
  const seen = visibleSheet(view, sheetPixels(job.sheet));
  if (!seen) return queues;
  const first = Math.max(0, Math.floor(seen.y * view.scale - view.originY));
  const last = Math.min(view.height, Math.ceil((seen.y + seen.height) * view.scale - view.originY));
  const draft = stage === 'first';
  // A first picture looks at one sheet row under each display row.
  const step = draft && view.scale < 1 ? Math.max(1, Math.floor(1 / view.scale)) : 1;
  const add = (worker: number, from: number, to: number) => {
    if (to > from) queues[worker]!.push({ job, view, first: from, rows: to - from, step, draft, press });
  };
  if (view.scale < 1) {
    const part = Math.ceil((last - first) / workers);
    const few = anyOutlines(job) ? OUTLINE_ROWS : SLAB_ROWS;
    for (let k = 0; k < workers; k++) {
      const end = Math.min(last, first + (k + 1) * part);
      const rows = draft ? part : few;
      for (let y = first + k * part; y < end; y += rows) add(k, y, Math.min(end, y + rows));
    }
    return queues;
  }
  const tall = BLOCK_HEIGHT * view.scale;
  for (let row = Math.floor(seen.y / BLOCK_HEIGHT); row * BLOCK_HEIGHT < seen.y + seen.height; row++) {
    const top = row * tall - view.originY;
    add(row % workers, Math.max(first, top), Math.min(last, top + tall));
  }
  return queues;
}

/** The workers are to take no longer than this many milliseconds for a first picture; below the second it becomes finer. */
const SLOW = 20;
const QUICK = 12;
const COARSEST = 4;

export function nextCoarse(coarse: number, took: number): number {
  if (took > SLOW) return Math.min(COARSEST, coarse + 1);
  return took < QUICK ? Math.max(1, coarse - 1) : coarse;
}

/** Passes that differ in a nudged job: enough to run all code, few enough to be done before a hand moves. */
const NUDGED = 4;

/** A job of which some passes differ by nothing that could be seen: in tone, and if asked for in how they are turned. */
export const nudged = (job: Job, turn: number, turned: boolean): Job => ({
  ...job,
  passes: job.passes.map((p, k) => {
    if (k >= NUDGED) return p;
    const { tone, screen } = fillOf(p);
    return withFill(p, {
      tone: { ...tone, middle: tone.middle + turn * 1e-6 },
      screen: { ...screen, angle: screen.angle + (turned ? turn * 1e-6 : 0) },
    });
  }),
});

/** How far handles of bends are dragged for each turn, in parts of the sheet's shorter side. */
const BEND_NUDGE = 0.01;

/** Handles are dragged by turns, in steps of such a part of all of them that they come about equally often. */
const NEXT_HANDLE = 0.618;

/**
 * A bend of which one handle was dragged: a mesh at rest bends nothing before. It is dragged as far as a hand would, so
 * that dots of all those shapes are ready to which the bend will press them.
 */
function nudgedBend(bend: Bend, turn: number, sheet: Sheet): Bend {
  const { handles, dragged } = bendKind(bend.kind);
  const by = turn * BEND_NUDGE * Math.min(sheet.width, sheet.height);
  const free = handles(bend.settings, sheet).filter(({ fixed }) => !fixed);
  const handle = free[Math.floor(turn * NEXT_HANDLE * free.length) % Math.max(1, free.length)];
  if (!handle) return movedBend(bend, { x: by, y: by }, sheet, sheet);
  const { id, x, y } = handle;
  return { ...bend, settings: { ...bend.settings, ...dragged(bend.settings, id, { x: x + by, y: y + by }, sheet) } };
}

/** A job of which the bends of some passes are other ones, and nothing else: as while a handle is dragged. */
export const nudgedBends = (job: Job, turn: number): Job => ({
  ...job,
  passes: job.passes.map((pass, k) => {
    const { bend } = fillOf(pass);
    if (k >= NUDGED || bend.length === 0) return pass;
    return withFill(pass, { bend: bend.map((one) => nudgedBend(one, turn, job.sheet)) });
  }),
});

/** Whether one of the passes that a nudged job changes is bent. */
const anyBends = (job: Job): boolean => nudgedBends(job, 1).passes.some((pass, k) => pass !== job.passes[k]);

const FIRST_LOOKS: readonly Stage[] = ['first', 'first', 'first', 'first'];
const FIRST_AND_SETTLED: readonly Stage[] = [...FIRST_LOOKS, 'settled'];

/** A picture that is made unseen. */
export interface WarmingPicture {
  readonly job: Job;
  readonly stage: Stage;
}

/**
 * The pictures of a job that are made unseen. Outlines and bends run through more code before it is compiled well. The
 * last pictures of outlines have the lattice of the job itself, so that what is kept of it is there when a tone is dragged;
 * those of bends have all but the bends as the job has it.
 */
export function warmingPictures(job: Job): WarmingPicture[] {
  const outlines = anyOutlines(job);
  const turned = outlines ? [...FIRST_AND_SETTLED, ...FIRST_LOOKS] : FIRST_LOOKS;
  const toned = outlines ? [...FIRST_AND_SETTLED, ...FIRST_AND_SETTLED] : [];
  const bent = anyBends(job) ? [...FIRST_AND_SETTLED, ...FIRST_AND_SETTLED, ...FIRST_AND_SETTLED] : [];
  return [
    ...[...turned, ...toned].map((stage, k) => ({ job: nudged(job, k + 1, k < turned.length), stage })),
    ...bent.map((stage, k) => ({ job: nudgedBends(job, k + 1), stage })),
  ];
}

export const sameView = (a: View, b: View): boolean =>
  a.scale === b.scale &&
  a.originX === b.originX &&
  a.originY === b.originY &&
  a.width === b.width &&
  a.height === b.height;
