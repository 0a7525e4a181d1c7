import {
  commonSpot,
  coverPlanner,
  type FloodHow,
  type Job,
  keptFlooder,
  newPart,
  newStencil,
  NO_CACHES,
  planPass,
  rasterOfFlood,
  runArea,
} from '@chromatype/core';
import type { SheetEngine } from './sheet-engine.ts';

/** What the last of some clicks of a flood does. */
export interface FloodClick {
  /** Share of what the flood runs in that it covers then, 0..1. */
  readonly share: number;
  /** Whether it covers more than before. */
  readonly adds: boolean;
}

const ID = 'flood that is tried';

/** Share of what it runs in that a flood with such settings covers. */
function shareOf(engine: SheetEngine, job: Job, settings: Readonly<Record<string, unknown>>): number {
  const tried = newStencil(ID, ID, [newPart('flood', 'flood', settings)]);
  const own = engine.sampleEnv();
  const caches = own.caches!;
  let share = 0;
  const env = {
    ...own,
    caches: {
      ...caches,
      // A cover that is kept would hide how large its mask is.
      cover: NO_CACHES.cover,
      mask: ((key, make) => {
        const mask = caches.mask(key, make);
        share = runArea(mask) / (mask.width * mask.height);
        return mask;
      }) as typeof caches.mask,
    },
  };
  const held = { ...job, stencils: [...job.stencils, tried] };
  const coverOf = coverPlanner(env, held, (pass) => planPass(env, held, pass).plate);
  coverOf(ID).read({ x: 0, y: 0, width: 1, height: 1, step: 1 });
  return share;
}

type Settings = Readonly<Record<string, unknown>> & FloodHow & { readonly seeds: readonly number[] };
type Spot = readonly [number, number];

/** What a flood with such settings runs in. */
function rasterOf(engine: SheetEngine, job: Job, settings: Settings): ReturnType<typeof rasterOfFlood> {
  const env = engine.sampleEnv();
  return rasterOfFlood(env, job, (pass) => planPass(env, job, pass).plate, settings as never);
}

/**
 * Looks up what a click at a spot will need, while the pointer comes near it; `null`: what a click on the most frequent
 * colour will need, as the tool is taken.
 */
export function prepareFlood(engine: SheetEngine, job: Job, settings: Settings, spot: Spot | null): void {
  const raster = rasterOf(engine, job, settings);
  const source = raster?.source();
  if (source) keptFlooder(engine.kernels, raster!.key, source, settings).prepare(...(spot ?? commonSpot(source)));
}

/** Whether two spots of what a flood runs in have colours that the flood takes for the same. */
function isLike(engine: SheetEngine, job: Job, settings: Settings, a: Spot, b: Spot): boolean {
  const source = rasterOf(engine, job, settings)?.source();
  if (!source) return false;
  const pixel = ([u, v]: Spot) => {
    const x = Math.floor(u * source.width) * source.channels;
    return source.read(Math.floor(v * source.height), 1).slice(x, x + source.channels);
  };
  const [p, q] = [pixel(a), pixel(b)];
  return p.every((value, c) => Math.abs(value - q[c]!) <= 255 * settings.tolerance);
}

/**
 * What the last of the starts of a flood does, before it is taken into the job. `like`: where a stroke over several areas
 * began; what has another colour, such as the lines between them, is passed over.
 */
export function floodClick(engine: SheetEngine, job: Job, settings: Settings, like: Spot | null): FloodClick {
  const before = settings.seeds.slice(0, -2);
  if (like && !isLike(engine, job, settings, like, settings.seeds.slice(-2) as unknown as Spot)) {
    return { share: 0, adds: false };
  }
  const covered = before.length > 0 ? shareOf(engine, job, { ...settings, seeds: before }) : 0;
  const share = shareOf(engine, job, settings);
  return { share, adds: share > covered };
}
