import type { Kernels } from '../kernel/kernels.ts';
import { type Plate, rowBytes } from '../raster/plate.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { Job, Pass } from '../document/types.ts';
import type { PictureLookup, PrintEnv } from './env.ts';
import { planStill } from './frame-hold.ts';
import { planPass } from './plan-pass.ts';
import { prepareShared } from './prepare.ts';

/** Rows a band holds: enough to work in long runs, few enough that memory follows the sheet's width. */
export const BAND_ROWS = 64;

export interface PlateBand {
  readonly y: number;
  readonly rows: number;
  /** One plate for each pass asked for, in print order. */
  readonly plates: readonly Plate[];
}

/** Which rows of the sheet are pulled. */
export interface BandsAsked {
  /** The first row, and the one after the last; all rows if they are left out. */
  readonly from?: number;
  readonly to?: number;
  /** Methods that need all rows above begin anew in each band. */
  readonly piecemeal?: boolean;
}

/** Plates of passes that are ready to be pulled. */
export interface StartedBands {
  /** Work on the whole sheet that comes before the first band, in steps that yield the share done, 0..1. */
  begin(): Generator<number, void>;
  bands(): Generator<PlateBand>;
  /** Gives back the kernel memory of the plans. */
  release(): void;
}

/** Makes the plates of some passes ready to be pulled over the sheet, or some rows of it. */
export function startBands(
  env: PrintEnv,
  job: Job,
  passes: readonly Pass[],
  { from = 0, to, piecemeal = false }: BandsAsked = {},
): StartedBands {
  const { width, height: all } = sheetPixels(job.sheet);
  const height = to ?? all;
  const plans = passes.map((pass) => planPass(env, job, pass, { piecemeal }));
  const { finished } = env;
  // What was made elsewhere from the first band on was made for all of them.
  const there = plans.map(({ plate }) => finished?.rows(plate.key, from, Math.min(BAND_ROWS, height - from)) ?? null);
  const own = plans.filter((_, k) => there[k] === null);
  if (own.length > 0) prepareShared(env, job, plans);
  const still = passes.map((pass) => planStill(env, job, pass));
  return {
    *begin() {
      for (const plan of own) yield* plan.begin();
    },
    *bands() {
      for (let y = from; y < height; y += BAND_ROWS) {
        const rows = Math.min(BAND_ROWS, height - y);
        const area = { x: 0, y, width, height: rows, step: 1 };
        const plates = plans.map(({ plate }, k) => {
          const made = finished?.rows(plate.key, y, rows) ?? plate.read(area);
          return still[k]?.kept(area, made) ?? made;
        });
        yield { y, rows, plates };
      }
    },
    release() {
      for (const plan of plans) plan.release();
      for (const keep of still) keep?.release();
    },
  };
}

/** Pulls plates of the given passes over the sheet, or some rows of it, band by band, top to bottom. */
export function* printBands(
  env: PrintEnv,
  job: Job,
  passes: readonly Pass[],
  asked: BandsAsked = {},
): Generator<PlateBand> {
  const started = startBands(env, job, passes, asked);
  try {
    yield* started.bands();
  } finally {
    started.release();
  }
}

/** A pass's whole plate, row after row: bits packed into bytes, 1 = ink, or a byte a pixel for levels. */
export function packRows(kernels: Kernels, job: Job, pass: Pass, pictures: PictureLookup): Uint8Array {
  const { height } = sheetPixels(job.sheet);
  let out: Uint8Array | null = null;
  for (const { y, plates } of printBands({ kernels, pictures }, job, [pass])) {
    const stride = rowBytes(plates[0]!);
    out ??= new Uint8Array(stride * height);
    out.set(plates[0]!.data, y * stride);
  }
  return out!;
}
