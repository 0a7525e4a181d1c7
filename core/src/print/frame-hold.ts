import { passOf, printingFills } from '../document/fills.ts';
import { knockoutsOver } from '../document/passes-read.ts';
import type { Job, Pass } from '../document/types.ts';
import type { Area } from '../raster/area.ts';
import { isArtwork, isBitmap, type Plate } from '../raster/plate.ts';
import type { PrintEnv } from './env.ts';
import type { FrameMemory, KeptBand } from './frame-memory.ts';
import { planPass } from './plan-pass.ts';
import { goesDownwards } from './shared-plate.ts';

/** Keeps what stands still of the plates of a pass. */
export interface KeepStill {
  /** The plate of some rows with what stands still in it. */
  kept(area: Area, plate: Plate): Plate;
  /** Gives back the kernel memory of its plans. */
  release(): void;
}

/** All that decides a plate of given tones: if it changes, dots move that stood still. */
const stillKey = (job: Job, pass: Pass): string =>
  JSON.stringify([
    job.sheet.width,
    job.sheet.height,
    job.sheet.ppi,
    job.stencils,
    pass.impression,
    pass.fills.map(({ on, stencil, screen, bend, wear, over }) => [on, stencil, screen, bend, wear, over]),
  ]);

const bitOf = (data: Uint8Array, at: number, x: number): number => (data[at + (x >> 3)]! >> (7 - (x & 7))) & 1;

/**
 * Compares a plate with the one before it, pixel by pixel, and keeps of that what stands still. A pixel stands still when
 * no tone of it is further than `within` from what it was made of last.
 */
function keptPixels(memory: FrameMemory, before: KeptBand, tones: readonly Uint16Array[], plate: Plate): KeptBand {
  const { within, holds } = memory;
  const { width, height } = plate;
  const packed = isBitmap(plate);
  const data = holds ? plate.data.slice() : plate.data;
  const old = before.plate.data;
  const stride = packed ? plate.stride : width;
  const made = tones.map((now, k) => (holds ? before.tones[k]!.slice() : now));
  let [still, changed] = [0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      let moved = false;
      for (let k = 0; k < tones.length; k++) {
        if (Math.abs(tones[k]![at]! - before.tones[k]![at]!) > within) moved = true;
      }
      if (moved) {
        if (holds) for (let k = 0; k < tones.length; k++) made[k]![at] = tones[k]![at]!;
        continue;
      }
      still++;
      const row = y * stride;
      if (packed) {
        if (bitOf(plate.data, row, x) === bitOf(old, row, x)) continue;
        changed++;
        if (holds) data[row + (x >> 3)]! ^= 128 >> (x & 7);
      } else if (plate.data[row + x] !== old[row + x]) {
        changed++;
        if (holds) data[row + x] = old[row + x]!;
      }
    }
  }
  memory.flicker = { still: memory.flicker.still + still, changed: memory.flicker.changed + (holds ? 0 : changed) };
  return { key: before.key, tones: made, plate: holds ? { ...plate, data } : plate };
}

/** Whether the plate of a pass boils where tones stand still: one that depends on all rows above it, and on no other pass. */
const boils = (job: Job, pass: Pass): boolean => goesDownwards(job, pass) && knockoutsOver(job, pass).length === 0;

/** What keeps still parts of a pass still, from what is remembered of the frames before; null where no plate boils. */
export function planStill(env: PrintEnv, job: Job, pass: Pass): KeepStill | null {
  const { memory } = env;
  if (!memory || !boils(job, pass)) return null;
  const key = stillKey(job, pass);
  const plans = printingFills(pass).map((fill) => planPass(env, job, passOf(pass, fill), { piecemeal: true }));
  return {
    kept(area, plate) {
      if (isArtwork(plate)) return plate;
      const name = `${pass.id} ${area.y} ${area.height}`;
      const tones = plans.map((plan) => plan.tones.read(area).slice());
      const before = memory.bands.get(name);
      const same = before?.key === key && before.plate.data.length === plate.data.length;
      const made = same ? keptPixels(memory, before, tones, plate) : { key, tones, plate };
      memory.bands.set(name, made);
      return made.plate;
    },
    release() {
      for (const plan of plans) plan.release();
    },
  };
}
