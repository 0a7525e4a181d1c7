import {
  createFrameMemory,
  type Flicker,
  type FrameMemory,
  type Job,
  loopSeam,
  planSurface,
  type PrintEnv,
  printBands,
  printingPasses,
  reducedPrint,
  type SeamJobs,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';

/** A frame of a clip as it is played. */
export interface FrameAsked {
  /** The still that it is. */
  readonly job: Job;
  /** Pixels of the picture, and how many of them there are for a pixel of the sheet: at most 1. */
  readonly width: number;
  readonly height: number;
  readonly scale: number;
  /** Where still parts are held: which state of the job it belongs to, its place among the drawings, and what counts as still. */
  readonly held?: { readonly session: string; readonly place: number; readonly within: number };
}

/** What is remembered of the drawings before, in a worker. */
let kept: { session: string; next: number; memory: FrameMemory } | null = null;

/** The memory of a session; null where drawings before this one were not printed here. */
function memoryOf({ session, place, within }: NonNullable<FrameAsked['held']>): FrameMemory | null {
  if (place === 0) kept = { session, next: 0, memory: createFrameMemory(within, true) };
  return kept?.session === session && kept.next === place ? kept.memory : null;
}

/**
 * Prints a frame at the size at which it is played: each pixel the true average of the plates under it. Null where still
 * parts are held and the drawing before it was not printed by this worker.
 */
export async function motionFrame(engine: SheetEngine, asked: FrameAsked): Promise<ImageBitmap | null> {
  const { job, width, height, scale, held } = asked;
  const memory = held ? memoryOf(held) : undefined;
  if (memory === null) return null;
  const env: PrintEnv = { ...engine.sampleEnv(), memory };
  const looks = [{ sheet: job.sheet, surface: planSurface(env, job) }];
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (const { y, rgba: made } of reducedPrint(env, job, {
    scale,
    originX: 0,
    originY: 0,
    width,
    height,
    soft: scale < 1,
    looks,
  }))
    rgba.set(made[0]!, 4 * width * y);
  if (held && kept) kept.next = held.place + 1;
  return createImageBitmap(new ImageData(rgba, width, height));
}

/** What is measured of a clip. */
export interface ClipMeasures {
  /** Share of the plates' pixels by which the frame after the last differs from the first. */
  readonly seam: number;
  /** Pixels that stood still between some drawings, and how many of them changed. */
  readonly flicker: Flicker;
}

/** Measures the seam between the two ends of a clip, and how much stands still and changes from drawing to drawing in its first second. */
export function measureClip(engine: SheetEngine, ends: SeamJobs, frames: readonly Job[], within: number): ClipMeasures {
  const env = engine.sampleEnv();
  const seam = loopSeam(env, ends);
  let step = seam.next();
  while (!step.done) step = seam.next();
  const memory = createFrameMemory(within, false);
  for (const still of frames) {
    for (const _ of printBands({ ...env, memory }, still, printingPasses(still))) {
      // Every band is compared with the one before as it is printed.
    }
  }
  return { seam: step.value.share, flicker: memory.flicker };
}
