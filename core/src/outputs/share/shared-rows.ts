import { byteOfLight } from '../../colour/srgb.ts';
import type { Job } from '../../document/types.ts';
import { plainStock } from '../../ink/defaults.ts';
import { stockLight } from '../../ink/printed-ink.ts';
import type { PrintEnv } from '../../print/env.ts';
import { planSurface } from '../../print/plan-surface.ts';
import { type ReducedAsked, type ReducedRows, reducedPrint } from '../../print/reduced-print.ts';
import { FLAT } from '../../stock/surface.ts';
import { enlargedPrint } from './enlarged.ts';
import { liftInk } from './lifted.ts';
import { type SharedFrame, sharedFrame } from './size.ts';

/** Rows of a shared picture: RGB bytes, or RGBA where it shows the ink alone. */
export interface SharedRows {
  readonly rows: number;
  readonly bytes: Uint8Array;
  readonly done: number;
}

const bytesOf = (light: readonly number[]): [number, number, number] => [
  byteOfLight(light[0]!),
  byteOfLight(light[1]!),
  byteOfLight(light[2]!),
];

/** The looks of a job that a shared picture is made of. */
function looksOf(env: PrintEnv, job: Job): ReducedAsked['looks'] {
  const { sheet, share } = job;
  if (share.ground === 'stock') return [{ sheet, surface: planSurface(env, job) }];
  const on = (colour: string) => ({
    sheet: {
      ...sheet,
      stock: { ...plainStock(colour, colour), overprints: sheet.stock.overprints, spread: sheet.stock.spread },
    },
    surface: FLAT,
  });
  return [{ sheet, surface: FLAT }, on('#ffffff'), on('#000000')];
}

function withoutAlpha(rgba: Uint8ClampedArray): Uint8Array {
  const out = new Uint8Array((rgba.length / 4) * 3);
  for (let from = 0, to = 0; from < rgba.length; from += 4) {
    out[to++] = rgba[from]!;
    out[to++] = rgba[from + 1]!;
    out[to++] = rgba[from + 2]!;
  }
  return out;
}

/**
 * The picture that a job is shared as, or a part of it, from top to bottom.
 * @param quick methods that need all rows above begin with this part: good enough to tell a size
 */
export function* sharedRows(
  env: PrintEnv,
  job: Job,
  frame: SharedFrame = sharedFrame(job),
  quick = false,
): Generator<SharedRows> {
  const looks = looksOf(env, job);
  const asked: ReducedAsked = { ...frame, soft: false, looks, quick };
  const stock = bytesOf(stockLight(job.sheet.stock));
  const made: Generator<ReducedRows> = frame.scale < 1 ? reducedPrint(env, job, asked) : enlargedPrint(env, job, asked);
  for (const { rows, rgba, done } of made) {
    const [own, white, black] = rgba;
    yield { rows, done, bytes: white && black ? liftInk(own!, white, black, stock) : withoutAlpha(own!) };
  }
}
