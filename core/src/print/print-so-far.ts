import { beneathOf, takesPrint, upToPass } from '../document/passes-read.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { DEFAULT_FEED, filePicture } from '../picture/types.ts';
import type { Area } from '../raster/area.ts';
import { keyOf } from '../raster/planned.ts';
import { lastReads } from '../raster/shared-reads.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { PictureSource } from '../raster/source.ts';
import { printingPasses } from './printing-passes.ts';
import { composeExact } from './compose.ts';
import type { PrintEnv } from './env.ts';
import type { PassPlan } from './plan-fill.ts';

/** Rows that are composed in one go where single rows are asked for. */
const BAND_ROWS = 32;
/** Bands that are kept: a reading that is resampled or softened goes over neighbouring rows again. */
const BANDS = 4;

/** The print of some passes as the pixels of a picture. */
function printedSource(env: PrintEnv, job: Job, passes: readonly Pass[], plans: readonly PassPlan[]): PictureSource {
  const size = sheetPixels(job.sheet);
  const over = (area: Area): Uint8Array =>
    composeExact(
      env.kernels,
      job.sheet,
      passes,
      plans.map(({ plate }) => plate.read(area)),
      area,
    );
  const bands = new Map<number, Uint8Array>();
  function band(index: number): Uint8Array {
    const known = bands.get(index);
    if (known) return known;
    const y = index * BAND_ROWS;
    const made = over({ x: 0, y, width: size.width, height: Math.min(BAND_ROWS, size.height - y), step: 1 });
    if (bands.size >= BANDS) bands.delete(bands.keys().next().value!);
    bands.set(index, made);
    return made;
  }
  return {
    ...size,
    channels: 4,
    // The parts of a picture (red, green, blue, alpha) are read one after the other.
    part: lastReads({}, 'part', over),
    read(y, count) {
      const stride = 4 * size.width;
      const first = Math.floor(y / BAND_ROWS);
      if (y + count <= (first + 1) * BAND_ROWS) {
        const at = (y - first * BAND_ROWS) * stride;
        return band(first).subarray(at, at + count * stride);
      }
      return over({ x: 0, y, width: size.width, height: count, step: 1 });
    },
  };
}

export interface WithPrints {
  readonly env: PrintEnv;
  readonly job: Job;
  readonly pass: Pass;
  /** Plans of the passes beneath, to be prepared and released with the pass. */
  readonly plans: readonly PassPlan[];
}

/**
 * Gives a pass the prints so far that its fills take: each becomes a picture of the job like any other, found under a name
 * that says all that it shows, and laid pixel on pixel.
 */
export function withPrintsSoFar(
  env: PrintEnv,
  job: Job,
  pass: Pass,
  planOf: (job: Job, pass: Pass) => PassPlan,
): WithPrints {
  if (!pass.fills.some(takesPrint)) return { env, job, pass, plans: [] };
  const size = sheetPixels(job.sheet);
  const sources = new Map<string, PictureSource>();
  const plans: PassPlan[] = [];
  const pictures = [...job.pictures];
  const fills = pass.fills.map((fill): Fill => {
    if (!takesPrint(fill)) return fill;
    const count = beneathOf(job, pass, fill);
    const id = `print up to ${count}`;
    if (!pictures.some((p) => p.id === id)) {
      const under = upToPass(job, count);
      const passes = printingPasses(under);
      const own = passes.map((p) => planOf(under, p));
      plans.push(...own);
      const looks = passes.map(({ ink, colouring }) => ({ ink: { ...ink, press: null }, colouring }));
      const { colour, measured, overprints } = job.sheet.stock;
      const hash = keyOf(
        'print so far',
        { size, stock: { colour, measured, overprints }, looks },
        own.map(({ plate }) => plate),
      );
      sources.set(hash, printedSource(env, under, passes, own));
      pictures.push(filePicture({ id, name: id, hash, ...size }));
    }
    const place = { fit: 'fill', turn: 0 } as const;
    return { ...fill, feed: { ...DEFAULT_FEED, ...fill.feed, ...place, from: 'picture', picture: id } };
  });
  return {
    env: {
      caches: env.caches,
      // Plans that are made for their key alone have no kernels.
      get kernels() {
        return env.kernels;
      },
      pictures: (hash) => sources.get(hash) ?? env.pictures(hash),
    },
    job: { ...job, pictures },
    pass: { ...pass, fills: fills as unknown as Pass['fills'] },
    plans,
  };
}
