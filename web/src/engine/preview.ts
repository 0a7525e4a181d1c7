import { type Job, meansToRgba, sheetPixels } from '@chromatype/core';
import { enginePool } from './pool.ts';
import { BLOCK_HEIGHT, BLOCK_WIDTH, type Stripe } from './sheet-engine.ts';
import { type View, visibleSheet } from './view.ts';

/** Sheet pixels that a first picture may look at: few enough to follow a dragging hand. */
const FIRST_LOOK = 5e6;

export interface Preview {
  /** Shows a job in a view. While `dragging`, the newest state comes first and is settled when the hand rests. */
  show(job: Job, view: View, dragging: boolean): void;
  close(): void;
}

type Stage = 'first' | 'settled';

interface Request {
  readonly job: Job;
  readonly view: View;
  readonly asked: number;
  readonly stage: Stage;
  readonly number: number;
}

interface Batch extends Request {
  /** Stripes not yet given out, for each worker. */
  readonly queues: Stripe[][];
  left: number;
  readonly sums: Float32Array | null;
}

/** Rows of blocks in sight, those in the middle first. */
function stripesOf({ job, view, stage }: Request): Stripe[] {
  const seen = visibleSheet(view, sheetPixels(job.sheet));
  if (!seen) return [];
  const first = Math.floor(seen.y / BLOCK_HEIGHT);
  const last = Math.floor((seen.y + seen.height - 1) / BLOCK_HEIGHT);
  const step =
    stage === 'first' && view.scale < 1
      ? Math.min(7, Math.max(1, Math.round((seen.width * seen.height) / FIRST_LOOK) | 1))
      : 1;
  const stripes: Stripe[] = [];
  for (let blockRow = first; blockRow <= last; blockRow++) {
    stripes.push({
      job,
      view,
      blockRow,
      step,
      draft: stage === 'first',
      firstBlock: Math.floor(seen.x / BLOCK_WIDTH),
      lastBlock: Math.floor((seen.x + seen.width - 1) / BLOCK_WIDTH),
    });
  }
  const middle = (first + last) / 2;
  return stripes.sort((a, b) => Math.abs(a.blockRow - middle) - Math.abs(b.blockRow - middle));
}

/** Draws the print into a canvas by way of the workers. The surround is left transparent. */
export function createPreview(canvas: HTMLCanvasElement, onStage: (stage: Stage | 'working') => void): Preview {
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const { printers } = enginePool();
  const busy = printers.map(() => false);
  let batch: Batch | null = null;
  let next: Request | null = null;
  let count = 0;
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
    const stripes = stripesOf(request);
    const { view } = request;
    carryOver(view, request.job);
    // A stripe always goes to the same worker, which remembers its blocks.
    const queues = printers.map((_, k) => stripes.filter((s) => s.blockRow % printers.length === k));
    const sums = view.scale < 1 ? new Float32Array(view.width * view.height * 4) : null;
    batch = { ...request, queues, left: stripes.length, sums };
    if (stripes.length === 0) finish();
    printers.forEach((_, k) => void work(k));
  }

  async function work(k: number): Promise<void> {
    if (busy[k]) return;
    busy[k] = true;
    try {
      for (let mine = batch; mine && mine.queues[k]!.length > 0; mine = batch) {
        const stripe = mine.queues[k]!.shift()!;
        if (mine.sums) {
          const means = await printers[k]!.means(stripe);
          if (mine === batch) addMeans(mine, means.row, means.rows, means.sums);
        } else {
          const pieces = await printers[k]!.exact(stripe);
          if (mine === batch) for (const piece of pieces) drawExact(mine.view, piece);
        }
        if (mine === batch && --mine.left === 0) finish();
      }
    } finally {
      busy[k] = false;
    }
  }

  /** Adds a stripe's sums; once settling, its rows are shown at once. */
  function addMeans(to: Batch, row: number, rows: number, sums: Float32Array): void {
    const { width, height } = to.view;
    const stride = width * 4;
    const first = Math.max(0, row);
    const last = Math.min(height, row + rows);
    for (let r = first; r < last; r++) {
      const from = (r - row) * stride;
      const at = r * stride;
      for (let k = 0; k < stride; k++) to.sums![at + k]! += sums[from + k]!;
    }
    if (to.stage === 'settled' && last > first) putRows(to, first, last);
  }

  function putRows(from: Batch, first: number, last: number): void {
    const { width } = from.view;
    const image = new ImageData(width, last - first);
    meansToRgba(from.sums!.subarray(first * width * 4, last * width * 4), image.data);
    context.putImageData(image, 0, first);
  }

  function drawExact(
    view: View,
    piece: { x: number; y: number; width: number; height: number; rgba: Uint8Array },
  ): void {
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
    if (done.sums && done.stage === 'first') putRows(done, 0, done.view.height);
    performance.measure(`preview ${done.stage}`, { start: done.asked, end: performance.now() });
    onStage(done.stage);
    if (next) {
      const request = next;
      next = null;
      begin(request);
    } else if (done.stage === 'first') {
      settle = setTimeout(() => begin({ ...done, stage: 'settled' }), 0);
    }
  }

  return {
    show(job, view, dragging) {
      clearTimeout(settle);
      const request: Request = {
        job,
        view,
        asked: performance.now(),
        stage: dragging ? 'first' : 'settled',
        number: ++count,
      };
      onStage('working');
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
