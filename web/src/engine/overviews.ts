import {
  DEFAULT_TONE,
  fillOf,
  isCoverage,
  type Job,
  type Pass,
  tableReader,
  toneTable16,
  toneTable8,
} from '@chromatype/core';
import { ghostPixels } from './ghost.ts';
import { codesOf, onDisplay, picturePixels } from './picture-pixels.ts';
import { offOfCode, offTable } from './reach.ts';
import type { SheetEngine } from './sheet-engine.ts';
import { STENCIL_LOOKS, type StencilLook } from './stencil-looks.ts';
import type { View } from './view.ts';

/**
 * What can be laid over the sheet: the picture before it is screened, the same faint where it does not print, where its ends
 * clip, what inks cannot reach.
 */
export type OverviewKind = 'picture' | 'ghost' | 'clip' | 'reach' | StencilLook;

const BARE = [11, 110, 117, 190] as const;
const SOLID = [240, 80, 46, 190] as const;

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
> = { picture: picturePixels, ghost: ghostPixels, clip: clipPixels, reach: reachPixels, ...STENCIL_LOOKS };
