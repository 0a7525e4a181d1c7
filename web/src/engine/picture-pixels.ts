import {
  atResolution,
  byteOfLight,
  DEFAULT_TONE,
  type FeedPart,
  fillOf,
  type Job,
  type Pass,
  planLight,
  sheetPixels,
  withFill,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';
import type { View } from './view.ts';

let bytes: Uint8Array | null = null;
/** 8-bit sRGB of each 16-bit light. */
const byteTable = (): Uint8Array => (bytes ??= Uint8Array.from({ length: 65536 }, (_, k) => byteOfLight(k / 65535)));

/** A job whose sheet has one pixel for each pixel of a view, and the area of it that is in sight. */
export function onDisplay(job: Job, view: View) {
  const area = { x: view.originX, y: view.originY, width: view.width, height: view.height, step: 1 };
  return { job: atResolution(job, job.sheet.ppi * view.scale), area };
}

/** The codes of a part of a pass's picture, one for each display pixel. */
export function codesOf(engine: SheetEngine, job: Job, pass: Pass, part: FeedPart, view: View) {
  const shown = onDisplay(job, view);
  // Placing by fit does not depend on ppi, nor do lengths in mm.
  const env = engine.sampleEnv();
  return planLight(env, shown.job, { pass, fill: fillOf(pass) }, part).read(shown.area);
}

/** The picture of a pass where it lies on the sheet, in its own colours on white: RGBA as large as the view. */
export function picturePixels(engine: SheetEngine, job: Job, pass: Pass, view: View): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(view.width * view.height * 4).fill(255);
  const plain = withFill(pass, { tone: DEFAULT_TONE });
  (['r', 'g', 'b'] as const).forEach((part, c) => {
    const { depth, data } = codesOf(engine, job, plain, part, view);
    const table = byteTable();
    for (let k = 0; k < data.length; k++) rgba[4 * k + c] = depth === 8 ? data[k]! : table[data[k]!]!;
  });
  // There is nothing where the middle of a display pixel lies beyond the sheet, as the sheet of the view is rounded.
  const { width, height } = sheetPixels(job.sheet);
  for (let y = 0; y < view.height; y++) {
    const row = (view.originY + y + 0.5) / view.scale;
    for (let x = 0; x < view.width; x++) {
      const column = (view.originX + x + 0.5) / view.scale;
      if (row < 0 || column < 0 || row >= height || column >= width) rgba[4 * (y * view.width + x) + 3] = 0;
    }
  }
  return rgba;
}
