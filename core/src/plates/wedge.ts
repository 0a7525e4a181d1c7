import { fillOf, passOf } from '../document/fills.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { planPass } from '../print/plan-pass.ts';
import { DEFAULT_FEED, filePicture } from '../picture/types.ts';
import { DEFAULT_TONE } from '../tone/tone.ts';
import type { Job, Pass } from '../document/types.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { memorySource } from '../raster/source.ts';
import { type Bitmap, createBitmap } from '../raster/bitmap.ts';
import { isBitmap } from '../raster/plate.ts';

/** Steps of the wedge, 0 to 100 %. */
export const WEDGE_STEPS = 11;

/** A bar of a pass's own screen in even steps from 0 to 100 %, without any tone curve: for measuring by. */
export function stepWedge(kernels: Kernels, job: Job, pass: Pass, width: number, height: number): Bitmap {
  const bytes = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const step = Math.min(WEDGE_STEPS - 1, Math.floor((x * WEDGE_STEPS) / width));
      bytes[y * width + x] = 255 - Math.round((255 * step) / (WEDGE_STEPS - 1));
    }
  }
  const source = memorySource(width, height, 1, bytes);
  const mm = (pixels: number) => (pixels / job.sheet.ppi) * MM_PER_INCH;
  const fill = fillOf(pass);
  const sample: Pass = passOf(pass, {
    ...fill,
    feed: { ...DEFAULT_FEED, picture: 'wedge', fit: 'own', width: mm(width) },
    tone: { ...DEFAULT_TONE, meaning: 'even' },
    screen: { ...fill.screen, oneTone: false, smallest: 0, solidFrom: 1 },
  });
  const wedgeJob: Job = {
    ...job,
    sheet: { ...job.sheet, width: mm(width), height: mm(height), bleed: 0 },
    pictures: [filePicture({ id: 'wedge', name: 'wedge', hash: 'wedge', width, height }), ...job.pictures],
    passes: [sample],
  };
  const env = { kernels, pictures: (hash: string) => (hash === 'wedge' ? source : null) };
  const plan = planPass(env, wedgeJob, sample);
  const plate = plan.plate.read({ x: 0, y: 0, width, height, step: 1 });
  plan.release();
  return isBitmap(plate) ? plate : createBitmap(width, height);
}
