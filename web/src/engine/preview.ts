import { type Job, sheetPixels } from '@chromatype/core';
import { enginePool } from './pool.ts';
import type { ExactPixels, Slab } from './slab.ts';
import { drawnView, nextCoarse, nudged, type Request, type Stage, slabsOf } from './slabs.ts';
import type { View } from './view.ts';

export interface Preview {
  /** Shows a job in a view. While `dragging`, the newest state comes first and is settled when the hand rests. */
  show(job: Job, view: View, dragging: boolean, press?: boolean): void;
  close(): void;
}

/** Milliseconds that a hand must rest before the picture settles: a settling worker is late for the next first picture. */
const SETTLE_AFTER = 50;
/** Milliseconds after the first settled picture until the code for first pictures is warmed up, and how often it runs. */
const WARM_AFTER = 150;
const WARM_TURNS = 4;

interface Batch extends Request {
  /** Slabs not yet given out, for each worker. */
  readonly queues: Slab[][];
  left: number;
  readonly begun: number;
  /** First pictures are kept until they are whole, so that no picture is half of one state and half of another. */
  readonly waiting: (() => void)[];
}

/** Previews that are not settled yet. */
const unsettled = new Set<HTMLCanvasElement>();

/** Whether a sheet in sight is still being printed. */
export const sheetIsBusy = (): boolean => unsettled.size > 0;

/** Draws the print into a canvas by way of the workers. The surround is left transparent. */
export function createPreview(canvas: HTMLCanvasElement, onStage: (stage: Stage | 'working') => void): Preview {
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const { printers } = enginePool();
  const busy = printers.map(() => false);
  let batch: Batch | null = null;
  let next: Request | null = null;
  // Display pixels of a first picture; grows and shrinks with how fast this machine makes them.
  let coarse = 3;
  let warm = false;
  let painted: View | null = null;
  let settle: ReturnType<typeof setTimeout> | undefined;

  /** Moves what is drawn to where a new view wants it, until the print itself is there. */
  function carryOver(view: View, job: Job): void {
    const resized = canvas.width !== view.width || canvas.height !== view.height;
    if (!resized && painted && sameView(painted, view)) return;
    const old = painted && canvas.width > 0 ? new OffscreenCanvas(canvas.width, canvas.height) : null;
    old?.getContext('2d')?.drawImage(canvas, 0, 0);
    if (resized) {
      canvas.width = view.width;
      canvas.height = view.height;
    }
    const sheet = sheetPixels(job.sheet);
    const corner = [-view.originX, -view.originY, sheet.width * view.scale, sheet.height * view.scale] as const;
    context.clearRect(0, 0, view.width, view.height);
    context.fillStyle = job.sheet.stock.colour;
    context.fillRect(...corner);
    if (old && painted) {
      const k = view.scale / painted.scale;
      context.save();
      context.beginPath();
      context.rect(...corner);
      context.clip();
      context.imageSmoothingEnabled = k < 1;
      context.drawImage(
        old,
        painted.originX * k - view.originX,
        painted.originY * k - view.originY,
        old.width * k,
        old.height * k,
      );
      context.restore();
    }
    painted = view;
  }

  function begin(request: Request): void {
    const queues = slabsOf({ ...request, view: drawnView(request, coarse) }, printers.length);
    carryOver(request.view, request.job);
    batch = {
      ...request,
      queues,
      left: queues.reduce((n, q) => n + q.length, 0),
      begun: performance.now(),
      waiting: [],
    };
    if (batch.left === 0) finish();
    printers.forEach((_, k) => void work(k));
  }

  async function work(k: number): Promise<void> {
    if (busy[k]) return;
    busy[k] = true;
    try {
      for (let mine = batch; mine && mine.queues[k]!.length > 0; mine = batch) {
        const slab = mine.queues[k]!.shift()!;
        const draw =
          mine.view.scale < 1
            ? reducedDrawing(mine.view, slab, await printers[k]!.reduced(slab))
            : exactDrawing(mine.view, await printers[k]!.exact(slab));
        if (mine === batch && mine.stage === 'first') mine.waiting.push(draw);
        else if (mine === batch) draw();
        if (mine === batch && --mine.left === 0) finish();
      }
    } finally {
      busy[k] = false;
    }
  }

  const reducedDrawing = (view: View, slab: Slab, rgba: Uint8ClampedArray<ArrayBuffer>) => () => {
    const image = new ImageData(rgba, slab.view.width, slab.rows);
    const k = view.scale / slab.view.scale;
    if (k === 1) {
      context.putImageData(image, 0, slab.first);
      return;
    }
    const coarse = new OffscreenCanvas(image.width, image.height);
    coarse.getContext('2d')!.putImageData(image, 0, 0);
    context.imageSmoothingEnabled = true;
    context.clearRect(0, slab.first * k, image.width * k, image.height * k);
    context.drawImage(coarse, 0, slab.first * k, image.width * k, image.height * k);
  };

  const exactDrawing = (view: View, pieces: readonly ExactPixels[]) => () => {
    for (const piece of pieces) drawExact(view, piece);
  };

  function drawExact(view: View, piece: ExactPixels): void {
    const image = new ImageData(
      new Uint8ClampedArray(piece.rgba as Uint8Array<ArrayBuffer>),
      piece.width,
      piece.height,
    );
    const left = piece.x * view.scale - view.originX;
    const top = piece.y * view.scale - view.originY;
    if (view.scale === 1) {
      context.putImageData(image, left, top);
      return;
    }
    const block = new OffscreenCanvas(piece.width, piece.height);
    block.getContext('2d')!.putImageData(image, 0, 0);
    context.imageSmoothingEnabled = false;
    context.drawImage(block, left, top, piece.width * view.scale, piece.height * view.scale);
  }

  function finish(): void {
    const done = batch!;
    batch = null;
    for (const draw of done.waiting) draw();
    const now = performance.now();
    performance.measure(`preview ${done.stage}`, { start: done.asked, end: now });
    if (done.stage === 'settled' && !next) unsettled.delete(canvas);
    if (done.stage === 'first') coarse = nextCoarse(coarse, now - done.begun);
    onStage(done.stage);
    if (next) {
      const request = next;
      next = null;
      begin(request);
    } else if (done.stage === 'first') {
      settle = setTimeout(() => begin({ ...done, stage: 'settled' }), SETTLE_AFTER);
    } else if (!warm) {
      warm = true;
      settle = setTimeout(() => void warmUp(done), WARM_AFTER);
    }
  }

  /** Makes first pictures that nobody sees, so that the first drag does not wait for code to be compiled. */
  async function warmUp(request: Request): Promise<void> {
    if (request.view.scale >= 1) return;
    for (let turn = 1; turn <= WARM_TURNS; turn++) {
      const job = nudged(request.job, turn);
      const slabs = slabsOf(
        { ...request, job, stage: 'first', view: drawnView({ ...request, stage: 'first' }, coarse) },
        printers.length,
      );
      if (batch) return;
      await Promise.all(slabs.flatMap((queue, k) => queue.map((slab) => printers[k]!.reduced(slab))));
    }
  }

  return {
    show(job, view, dragging, press = false) {
      clearTimeout(settle);
      const request: Request = {
        job,
        view,
        asked: performance.now(),
        stage: dragging ? 'first' : 'settled',
        press,
      };
      onStage('working');
      unsettled.add(canvas);
      // A first picture under way is finished, so that a fast hand still sees it; settling gives way at once.
      if (batch && batch.stage === 'first' && dragging && sameView(batch.view, view)) {
        next = request;
        return;
      }
      next = null;
      begin(request);
    },
    close() {
      clearTimeout(settle);
      unsettled.delete(canvas);
      batch = null;
      next = null;
    },
  };
}

const sameView = (a: View, b: View): boolean =>
  a.scale === b.scale &&
  a.originX === b.originX &&
  a.originY === b.originY &&
  a.width === b.width &&
  a.height === b.height;
