import {
  atResolution,
  planLight,
  tableReader,
  withFill,
  isCoverage,
  DEFAULT_TONE,
  type FeedPart,
  type Job,
  type Pass,
  sheetPixels,
  byteOfLight,
  toneTable16,
  toneTable8,
  fillOf,
} from '@chromatype/core';
import { offOfCode, offTable } from './reach.ts';
import type { SheetEngine } from './sheet-engine.ts';
import { STENCIL_LOOKS, type StencilLook } from './stencil-looks.ts';
import type { View } from './view.ts';

/** What can be laid over the sheet: the picture before it is screened, where its ends clip, what inks cannot reach. */
export type OverviewKind = 'picture' | 'clip' | 'reach' | StencilLook;

let bytes: Uint8Array | null = null;
/** 8-bit sRGB of each 16-bit light. */
const byteTable = (): Uint8Array => (bytes ??= Uint8Array.from({ length: 65536 }, (_, k) => byteOfLight(k / 65535)));

const BARE = [11, 110, 117, 190] as const;
const SOLID = [240, 80, 46, 190] as const;

/** A job whose sheet has one pixel for each pixel of a view, and the area of it that is in sight. */
function onDisplay(job: Job, view: View) {
  const area = { x: view.originX, y: view.originY, width: view.width, height: view.height, step: 1 };
  return { job: atResolution(job, job.sheet.ppi * view.scale), area };
}

function codesOf(engine: SheetEngine, job: Job, pass: Pass, part: FeedPart, view: View) {
  const shown = onDisplay(job, view);
  // Placing by fit does not depend on ppi, nor do lengths in mm.
  const env = engine.sampleEnv();
  return planLight(env, shown.job, { pass, fill: fillOf(pass) }, part).read(shown.area);
}

/** The picture of a pass where it lies on the sheet, in its own colours on white: RGBA as large as the view. */
function picturePixels(engine: SheetEngine, job: Job, pass: Pass, view: View): Uint8ClampedArray<ArrayBuffer> {
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

/** Marks where lights and darks of a pass cut the picture off; the rest is transparent. */
function clipPixels(engine: SheetEngine, job: Job, pass: Pass, view: View): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(view.width * view.height * 4);
  // Darkness in even steps, with nothing but the ends.
  const even = { ...DEFAULT_TONE, meaning: 'even' };
  const { depth, data } = codesOf(engine, job, pass, fillOf(pass).feed.part, view);
  const table = depth === 8 ? toneTable8(even) : toneTable16(even, isCoverage(fillOf(pass).feed.part));
  const { lights, darks } = fillOf(pass).tone;
  for (let k = 0; k < data.length; k++) {
    const darkness = table[data[k]!]! / 65535;
    const mark = darkness <= lights && lights > 0 ? BARE : darkness >= darks && darks < 1 ? SOLID : null;
    if (mark) rgba.set(mark, 4 * k);
  }
  return rgba;
}

/** Colours that miss their wish by more than this (CIEDE2000) are marked. */
const OUT_OF_REACH = 5;
/** Display pixels from one stripe of the marking to the next. */
const STRIPE = 8;
const LIGHT = [255, 255, 255, 190] as const;

/** Marks colours that the inks of a pass's separation do not reach; the rest is transparent. */
function reachPixels(engine: SheetEngine, job: Job, pass: Pass, view: View): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(view.width * view.height * 4);
  const table = offTable(engine.kernels, job, pass);
  if (!table) return rgba;
  const shown = onDisplay(job, view);
  const env = engine.sampleEnv();
  const { data } = tableReader(env, shown.job, fillOf(pass), table.key, table.made)(shown.area);
  for (let k = 0; k < data.length; k++) {
    if (offOfCode(data[k]!) <= OUT_OF_REACH) continue;
    // Stripes, since any one colour may be that of an ink.
    const stripe = ((k % view.width) + Math.floor(k / view.width)) % STRIPE < STRIPE / 2;
    rgba.set(stripe ? SOLID : LIGHT, 4 * k);
  }
  return rgba;
}

export const OVERVIEWS: Readonly<
  Record<OverviewKind, (engine: SheetEngine, job: Job, pass: Pass, view: View) => Uint8ClampedArray<ArrayBuffer>>
> = { picture: picturePixels, clip: clipPixels, reach: reachPixels, ...STENCIL_LOOKS };
