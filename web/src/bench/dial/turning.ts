import { convertFrequency, type Frequency, type GrainSettings, type Job, sheetPixels } from '@chromatype/core';

/** Coarsest and finest cells that the dial pulls to, in sheet pixels; typed values may go further. */
const PITCH = { min: 2, max: 400 };
const SNAP = 7.5;

/** An angle in 0..360. */
export const withinTurn = (angle: number): number => ((angle % 360) + 360) % 360;

/** An angle turned by some degrees, to a tenth, or to the next step of 7.5°. */
export function turned(from: number, by: number, snap: boolean): number {
  const angle = snap ? Math.round((from + by) / SNAP) * SNAP : Math.round((from + by) * 10) / 10;
  return Number(withinTurn(angle).toFixed(4));
}

/** A pitch pulled by some display pixels, as a frequency in the unit it had; 100 pixels double it. */
export function pulled(job: Job, per: Frequency['per'], pitch: number, by: number): Frequency {
  const px = Math.min(PITCH.max, Math.max(PITCH.min, pitch * 2 ** (by / 100)));
  const { value } = convertFrequency({ per: 'px', value: px }, per, job.sheet.ppi, sheetPixels(job.sheet).width);
  return { per, value: Number(value.toPrecision(4)) };
}

const COARSEST_GRAIN = 200;

/** A grain pulled by some display pixels; 100 pixels double it. Pixels stay whole. */
export function pulledGrain({ size, sizeIn }: Pick<GrainSettings, 'size' | 'sizeIn'>, by: number): number {
  const next = Math.min(COARSEST_GRAIN, size * 2 ** (by / 100));
  return sizeIn === 'px' ? Math.max(1, Math.round(next)) : Math.max(0.01, Number(next.toPrecision(3)));
}
