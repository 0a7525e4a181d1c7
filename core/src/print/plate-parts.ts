import type { Job, Pass } from '../document/types.ts';
import { isArtwork, isBitmap, type Plate, rowBytes } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { BAND_ROWS, startBands } from './bands.ts';
import type { PrintEnv } from './env.ts';
import { planPass } from './plan-pass.ts';
import { goesDownwards } from './shared-plate.ts';

/** Some rows of the plate of a pass, which one machine makes. */
export interface PlatePart {
  readonly pass: string;
  /** The first row and the one after the last, in whole bands. */
  readonly from: number;
  readonly to: number;
}

/** What the rows of a plate are made of, so that they can be read back. */
export interface PlateForm {
  readonly kind: 'bits' | 'levels' | 'artwork';
  readonly width: number;
  /** Levels of a plate that has several; 0 for others. */
  readonly levels: number;
  /** Bytes from one row to the next. */
  readonly stride: number;
}

export function formOf(plate: Plate): PlateForm {
  const { width } = plate;
  const stride = rowBytes(plate);
  if (isBitmap(plate)) return { kind: 'bits', width, levels: 0, stride };
  return isArtwork(plate)
    ? { kind: 'artwork', width, levels: 0, stride }
    : { kind: 'levels', width, levels: plate.levels, stride };
}

/** A plate of some rows, out of their bytes. */
export function plateOfRows({ kind, width, levels, stride }: PlateForm, rows: number, data: Uint8Array): Plate {
  if (kind === 'bits') return { width, height: rows, stride, data };
  return kind === 'artwork' ? { width, height: rows, channels: 4, data } : { width, height: rows, levels, data };
}

/**
 * Divides the plates of some passes into parts of about so many rows, which can be made in any order. A plate that is made
 * from the top of the sheet downwards is one part.
 */
export function plateParts(job: Job, passes: readonly Pass[], rows: number): PlatePart[] {
  const { height } = sheetPixels(job.sheet);
  const each = Math.max(BAND_ROWS, Math.round(rows / BAND_ROWS) * BAND_ROWS);
  return passes.flatMap((pass) => {
    if (goesDownwards(job, pass)) return [{ pass: pass.id, from: 0, to: height }];
    const parts: PlatePart[] = [];
    for (let from = 0; from < height; from += each)
      parts.push({ pass: pass.id, from, to: Math.min(height, from + each) });
    return parts;
  });
}

/** The key of the plate that a part is of: what is made elsewhere is found by it again. */
export function keyOfPart(env: PrintEnv, job: Job, { pass }: PlatePart): string {
  const plan = planPass(env, job, job.passes.find((p) => p.id === pass)!);
  const { key } = plan.plate;
  plan.release();
  return key;
}

/** Makes the rows of a part band by band; `progress` hears the share done, 0..1. */
export function makePlatePart(
  env: PrintEnv,
  job: Job,
  { pass, from, to }: PlatePart,
  take: (plate: Plate) => void,
  progress?: (share: number) => void,
): void {
  const started = startBands(env, job, [job.passes.find((p) => p.id === pass)!], { from, to });
  try {
    for (const share of started.begin()) progress?.(share / 2);
    for (const { y, rows, plates } of started.bands()) {
      take(plates[0]!);
      progress?.((y + rows - from) / (to - from));
    }
  } finally {
    started.release();
  }
}
