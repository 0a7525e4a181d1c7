import { type DarknessGrid, darknessField } from '../bend/darkness-field.ts';
import type { DarknessField, PictureRead } from '../bend/kind.ts';
import type { Job } from '../document/types.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { DEFAULT_FEED } from '../picture/types.ts';
import { lightCodes } from '../raster/blur.ts';
import { type Size, sheetPixels } from '../raster/sheet.ts';
import { DEFAULT_TONE } from '../tone/tone.ts';
import { encodedOf } from '../tone/work-light.ts';
import type { PrintEnv } from './env.ts';
import { planPart } from './plan-light.ts';

/** Values across or down a grid of darkness at most, and in a first look. */
const MOST = 2048;
const MOST_ROUGH = 512;
/** Values to the length over which light is evened out, at least. */
const TO_SOFTNESS = 4;

/** How many times coarser than the sheet a grid is, a power of two. */
function factorFor({ width, height }: Size, soft: number, most: number): number {
  let factor = 1;
  while (Math.max(width, height) / factor > most || 2 * factor * TO_SOFTNESS <= soft) factor *= 2;
  return factor;
}

/** How dark a picture is over a sheet that it covers, evened out over a length; read when it is first asked for. */
export interface DarknessPlan {
  readonly key: string;
  read(): DarknessField;
}

/** Plans the darkness of a picture of the job; null where it has no such picture. `rough`: for a first look. */
export function planDarkness(env: PrintEnv, job: Job, asked: PictureRead, rough: boolean): DarknessPlan | null {
  if (!job.pictures.some((p) => p.id === asked.picture)) return null;
  const size = sheetPixels(job.sheet);
  const factor = factorFor(size, (asked.soft / MM_PER_INCH) * job.sheet.ppi, rough ? MOST_ROUGH : MOST);
  const feed = { ...DEFAULT_FEED, picture: asked.picture, part: 'lightness', fit: 'fill' } as const;
  const light = planPart(env, job, { feed, tone: { ...DEFAULT_TONE, soften: asked.soft } }, 'lightness', factor);
  return {
    key: `${light.key} ${factor}`,
    read() {
      const [width, height] = [Math.ceil(size.width / factor), Math.ceil(size.height / factor)];
      const codes = lightCodes(env.kernels, light.read({ x: 0, y: 0, width, height, step: 1 }));
      const encoded = encodedOf();
      const values = Float32Array.from(codes, (code) => 1 - encoded[code]! / 65535);
      return darknessField({ width, height, factor, values } satisfies DarknessGrid);
    },
  };
}
