import type { Job } from '@chromatype/core';
import type { ExactPixels, Slab } from '../engine/slab.ts';
import type { View } from '../engine/view.ts';
import {
  type Asking,
  drawnView,
  nextCoarse,
  type Request,
  sameView,
  type Stage,
  slabsOf,
  warmingPictures,
} from './slabs.ts';

/** A worker that prints parts of the sheet. A call rejects when its work fails or when the worker dies. */
export interface Printer {
  /** RGBA of a slab at a scale below 1. */
  reduced(slab: Slab): Promise<Uint8ClampedArray<ArrayBuffer>>;
  /** RGBA of the sheet's own pixels under a slab, for scales from 1 on. */
  exact(slab: Slab): Promise<ExactPixels[]>;
}

/** Where prints are shown. */
export interface Painter {
  /** Moves what is shown to where another view wants it, until the print itself is there. */
  carryOver(view: View, job: Job): void;
  /** Shows a slab of a view. */
  reduced(view: View, slab: Slab, rgba: Uint8ClampedArray<ArrayBuffer>): void;
  exact(view: View, pieces: readonly ExactPixels[]): void;
}

/** The time in milliseconds and a timer; `after` returns what cancels it. */
export interface Clock {
  now(): number;
  after(milliseconds: number, work: () => void): () => void;
}

/** What is shown: a first picture, the settled print, the last good picture while a worker prints or after it failed. */
export type ShownStage = Stage | 'working' | 'failed';

export interface Scheduler {
  show(job: Job, view: View, asking: Asking, press?: boolean): void;
  /** Whether a settled print is still to come: also before anything was asked for. */
  busy(): boolean;
  /** Whether the settled print is being made now. */
  settling(): boolean;
  close(): void;
}

export interface SchedulerParts {
  readonly printers: readonly Printer[];
  readonly painter: Painter;
  readonly clock: Clock;
  /** Hears every change of what is shown; `error` comes with `failed`. */
  readonly onStage: (stage: ShownStage, error?: unknown) => void;
  /** Hears when a whole picture is shown and since when it was asked for, for measurements. */
  readonly onShown?: (stage: Stage, asked: number) => void;
  /** Makes ready what the settled print of a job will need; asked for when a hand pauses. */
  readonly prepare?: (job: Job) => void;
}

/** Milliseconds that a hand must rest before the picture settles: a settling worker is late for the next first picture. */
const SETTLE_AFTER = 30;
/** Milliseconds of rest after which the settled picture is prepared by a thread that prints no first pictures. */
const PREPARE_AFTER = 12;
/** Milliseconds after the first settled picture until the code that prints is warmed up. */
const WARM_AFTER = 150;
/** Milliseconds between two times at which slabs are drawn over a first picture: the display takes time from those who print. */
const DRAW_EVERY = 150;
/** How often the work on a slab is tried. */
const TRIES = 2;

interface Batch extends Request {
  /** Slabs not yet given out, for each worker. */
  readonly queues: Slab[][];
  left: number;
  readonly begun: number;
  /**
   * What is to be drawn. First pictures are kept until they are whole, so that no picture is half of one state and half of
   * another; slabs of settled pictures that lie over the first one wait for a few others.
   */
  readonly waiting: (() => void)[];
  /** When slabs of a settled picture were drawn last. */
  drawn: number;
}

/**
 * Divides each requested picture into slabs, has workers print them and gives them to a painter. Newer requests take
 * the place of older ones. A slab whose work fails is tried once more; when it fails again the request is given up,
 * `failed` is reported, and the painter keeps what it last showed.
 */
export function createScheduler(parts: SchedulerParts): Scheduler {
  const { printers, painter, clock, onStage, onShown, prepare } = parts;
  const working = printers.map(() => false);
  let batch: Batch | null = null;
  let next: Request | null = null;
  // Display pixels of a first picture; grows and shrinks with how fast this machine makes them.
  let coarse = 3;
  let warm = false;
  let unsettled = true;
  // How often pictures were asked for.
  let asks = 0;
  let stopTimer = () => {};

  function begin(request: Request): void {
    const queues = slabsOf({ ...request, view: drawnView(request, coarse) }, printers.length);
    painter.carryOver(request.view, request.job);
    const left = queues.reduce((n, q) => n + q.length, 0);
    const begun = clock.now();
    batch = { ...request, queues, left, begun, waiting: [], drawn: begun };
    if (left === 0) finish();
    printers.forEach((_, k) => void work(k));
  }

  /** Prints a slab and returns the step that shows it. */
  async function print(printer: Printer, view: View, slab: Slab): Promise<() => void> {
    if (view.scale < 1) {
      const rgba = await printer.reduced(slab);
      return () => painter.reduced(view, slab, rgba);
    }
    const pieces = await printer.exact(slab);
    return () => painter.exact(view, pieces);
  }

  async function printStubbornly(k: number, mine: Batch, slab: Slab): Promise<() => void> {
    for (let tried = 1; ; tried++) {
      try {
        return await print(printers[k]!, mine.view, slab);
      } catch (error) {
        if (tried === TRIES || mine !== batch) throw error;
      }
    }
  }

  function drawWaiting({ waiting }: Batch): void {
    for (const draw of waiting.splice(0)) draw();
  }

  /** Draws slabs of a settled picture: at once where nothing is in sight below them, else now and then. */
  function drawSome(settling: Batch): void {
    const now = clock.now();
    if (settling.asking !== 'moved' && now - settling.drawn < DRAW_EVERY) return;
    settling.drawn = now;
    drawWaiting(settling);
  }

  async function work(k: number): Promise<void> {
    if (working[k]) return;
    working[k] = true;
    try {
      for (let mine = batch; mine && mine.queues[k]!.length > 0; mine = batch) {
        const slab = mine.queues[k]!.shift()!;
        try {
          const draw = await printStubbornly(k, mine, slab);
          if (mine !== batch) continue;
          mine.waiting.push(draw);
          if (mine.stage === 'settled') drawSome(mine);
          if (--mine.left === 0) finish();
        } catch (error) {
          if (mine === batch) fail(error);
        }
      }
    } finally {
      working[k] = false;
    }
  }

  function fail(error: unknown): void {
    batch = null;
    onStage('failed', error);
    if (!beginNext()) unsettled = false;
  }

  function settleAfter(first: Batch): void {
    const settle = () => begin({ ...first, stage: 'settled' });
    if (first.asking === 'changed') settle();
    else if (first.asking === 'dragging') {
      const stops = [clock.after(PREPARE_AFTER, () => prepare?.(first.job)), clock.after(SETTLE_AFTER, settle)];
      stopTimer = () => {
        for (const stop of stops) stop();
      };
    }
  }

  function beginNext(): boolean {
    if (!next) return false;
    const request = next;
    next = null;
    begin(request);
    return true;
  }

  function finish(): void {
    const done = batch!;
    batch = null;
    drawWaiting(done);
    onShown?.(done.stage, done.asked);
    if (done.stage === 'settled' && !next) unsettled = false;
    if (done.stage === 'first') coarse = nextCoarse(coarse, clock.now() - done.begun);
    onStage(done.stage);
    if (beginNext()) return;
    if (done.stage === 'first') settleAfter(done);
    else if (!warm) {
      warm = true;
      stopTimer = clock.after(WARM_AFTER, () => void warmUp(done));
    }
  }

  /** Makes pictures that nobody sees, so that the first drag does not wait for code to be compiled. */
  async function warmUp(request: Request): Promise<void> {
    if (request.view.scale >= 1) return;
    const before = asks;
    try {
      for (const { job, stage } of warmingPictures(request.job)) {
        const unseen: Request = { ...request, job, stage };
        const queues = slabsOf({ ...unseen, view: drawnView(unseen, coarse) }, printers.length);
        await Promise.all(
          queues.map(async (queue, k) => {
            // Slab by slab, so that it ends as soon as somebody asks for a picture.
            for (const slab of queue) if (asks === before) await printers[k]!.reduced(slab);
          }),
        );
      }
    } catch {
      // Nobody waits for this picture; a request that matters reports its own error.
    }
  }

  return {
    show(job, view, asking, press = false) {
      stopTimer();
      asks++;
      const stage = asking === 'moved' ? 'settled' : 'first';
      const request: Request = { job, view, asked: clock.now(), asking, stage, press };
      onStage('working');
      unsettled = true;
      // A first picture under way is finished, so that a fast hand still sees it; settling gives way at once.
      if (batch?.stage === 'first' && asking !== 'moved' && asking !== 'look' && sameView(batch.view, view)) {
        next = request;
        return;
      }
      next = null;
      begin(request);
    },
    busy: () => unsettled,
    settling: () => batch?.stage === 'settled',
    close() {
      stopTimer();
      asks++;
      unsettled = false;
      batch = null;
      next = null;
    },
  };
}
