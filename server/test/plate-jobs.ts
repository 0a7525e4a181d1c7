import {
  type Bitmap,
  createBitmap,
  createJob,
  createKernels,
  filePicture,
  INK_SETS,
  type Job,
  markedPlates,
  memorySource,
  printingPasses,
  splitPicture,
  fillOf,
  withFill,
} from '@chromatype/core';
import { words } from '../src/plates/words.ts';

const [W, H] = [600, 400];

/** A sky with a sun and a kite, in colour. */
function scene() {
  const bytes = new Uint8Array(W * H * 4);
  for (let y = 0; y < H; y++) {
    for (let x = 0; x < W; x++) {
      const sun = Math.hypot(x - 180, y - 220) < 60;
      const kite = Math.abs(x - 420) + Math.abs(y - 130) < 70;
      const t = y / H;
      const pixel = sun ? [250, 230, 150] : kite ? [214, 58, 40] : [40 + 180 * t, 70 + 90 * t, 130 - 20 * t];
      bytes.set([...pixel, 255], 4 * (y * W + x));
    }
  }
  return memorySource(W, H, 4, bytes);
}

export const source = scene();

/** The scene split into a set of inks on a small sheet with bleed. */
export function jobOf(set: string, change: Partial<Job['plates']> = {}): Job {
  const base = createJob('Kite Week plates', 'p');
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, width: 50, height: 33, bleed: 2, ppi: 300 },
    pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: W, height: H })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'a' } })),
    plates: { ...base.plates, ...change },
  };
  let n = 0;
  return splitPicture(job, { set: INK_SETS.find((s) => s.name === set)!, from: 'p', newId: () => `n${n++}` }).job;
}

/** Our own plates with margin and marks, as the composite holds them. */
export function ours(job: Job, film = false): Bitmap[] {
  const passes = printingPasses(job);
  const marked = markedPlates({ env: { kernels: createKernels(), pictures: () => source }, job, passes, words, film });
  const whole = passes.map(() => createBitmap(marked.frame.width, marked.frame.height));
  for (const { y, plates } of marked.bands()) {
    for (const [k, p] of plates.entries()) whole[k]!.data.set(p.data, y * p.stride);
  }
  return whole;
}
