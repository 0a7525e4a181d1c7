import {
  atResolution,
  type Cover,
  coverPlanner,
  type Job,
  MM_PER_INCH,
  type Pass,
  planPass,
  sheetSize,
  fillOf,
} from '@chromatype/core';
import type { Sample } from './samples.ts';
import type { SheetEngine } from './sheet-engine.ts';
import type { View } from './view.ts';

/** How the stencil of a fill is shown over the sheet: a veil over what it leaves bare, its outline, or it alone. */
export type StencilLook = 'veil' | 'outline' | 'alone';

type Rgba = readonly [number, number, number, number];
const VEIL: Rgba = [11, 110, 117, 150];
const LINE: Rgba = [240, 80, 46, 255];
const CASING: Rgba = [255, 255, 255, 200];

type Pixels = Uint8ClampedArray<ArrayBuffer>;

/** The cover of a stencil on a sheet of other pixels, over an area of them. */
function coverAt(
  engine: SheetEngine,
  job: Job,
  id: string,
  ppi: number,
  area: { x: number; y: number; width: number; height: number },
): Cover {
  const small = atResolution(job, ppi);
  const env = engine.sampleEnv();
  const coverOf = coverPlanner(env, small, (pass) => planPass(env, small, pass).plate);
  return coverOf(id).read({ ...area, step: 1 });
}

/** The cover of a fill's stencil in sight, one value for each display pixel. */
export function coverInView(engine: SheetEngine, job: Job, pass: Pass, view: View): Cover {
  const { stencil } = fillOf(pass);
  if (stencil === null) return 255;
  const area = { x: view.originX, y: view.originY, width: view.width, height: view.height };
  return coverAt(engine, job, stencil, job.sheet.ppi * view.scale, area);
}

export const valueAt = (cover: Cover, k: number): number => (typeof cover === 'number' ? cover : cover[k]!);

/** Whether a display pixel lies on the sheet. */
const onSheet = (job: Job, view: View) => {
  const size = sheetSize(job.sheet);
  const perMm = (job.sheet.ppi * view.scale) / MM_PER_INCH;
  const [right, bottom] = [size.width * perMm - view.originX, size.height * perMm - view.originY];
  return (x: number, y: number) => x >= -view.originX && y >= -view.originY && x < right && y < bottom;
};

function drawn(view: View, colourOf: (k: number, x: number, y: number) => Rgba | null): Pixels {
  const rgba = new Uint8ClampedArray(view.width * view.height * 4);
  for (let y = 0, k = 0; y < view.height; y++) {
    for (let x = 0; x < view.width; x++, k++) {
      const colour = colourOf(k, x, y);
      if (colour) rgba.set(colour, 4 * k);
    }
  }
  return rgba;
}

function veil(engine: SheetEngine, job: Job, pass: Pass, view: View): Pixels {
  const cover = coverInView(engine, job, pass, view);
  const inside = onSheet(job, view);
  return drawn(view, (k, x, y) => {
    const bare = 255 - valueAt(cover, k);
    return bare === 0 || !inside(x, y) ? null : [VEIL[0], VEIL[1], VEIL[2], (VEIL[3] * bare) / 255];
  });
}

function alone(engine: SheetEngine, job: Job, pass: Pass, view: View): Pixels {
  const cover = coverInView(engine, job, pass, view);
  const inside = onSheet(job, view);
  return drawn(view, (k, x, y) => {
    const grey = 255 - valueAt(cover, k);
    return inside(x, y) ? [grey, grey, grey, 255] : null;
  });
}

/** The line where a pixel is half inside, two display pixels wide, on a light casing. */
function outline(engine: SheetEngine, job: Job, pass: Pass, view: View): Pixels {
  const cover = coverInView(engine, job, pass, view);
  if (typeof cover === 'number') return new Uint8ClampedArray(view.width * view.height * 4);
  const { width, height } = view;
  const side = (x: number, y: number) =>
    cover[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))]! >= 128;
  const near = (x: number, y: number, reach: number) => {
    const own = side(x, y);
    for (let d = 1; d <= reach; d++) {
      if (side(x - d, y) !== own || side(x + d, y) !== own || side(x, y - d) !== own || side(x, y + d) !== own)
        return d;
    }
    return 0;
  };
  const inside = onSheet(job, view);
  return drawn(view, (_, x, y) => {
    const d = inside(x, y) ? near(x, y, 2) : 0;
    return d === 0 ? null : d === 1 ? LINE : CASING;
  });
}

export const STENCIL_LOOKS: Readonly<
  Record<StencilLook, (engine: SheetEngine, job: Job, pass: Pass, view: View) => Pixels>
> = { veil, outline, alone };

/** A stencil over the whole sheet, black where it lets print, `width` pixels wide. */
export function stencilSample(engine: SheetEngine, job: Job, id: string, width: number): Sample {
  const size = sheetSize(job.sheet);
  const height = Math.max(1, Math.round((width * size.height) / size.width));
  const cover = coverAt(engine, job, id, (width / size.width) * MM_PER_INCH, { x: 0, y: 0, width, height });
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let k = 0; k < width * height; k++) rgba.fill(255 - valueAt(cover, k), 4 * k, 4 * k + 3);
  return { width, height, rgba };
}

/** Ids of the stencils that let at least half of the ink print at a place of the sheet in mm, in the job's order. */
export function stencilsAt(engine: SheetEngine, job: Job, x: number, y: number): string[] {
  const perMm = job.sheet.ppi / MM_PER_INCH;
  const [px, py] = [x, y].map((mm) => Math.floor((mm + job.sheet.bleed) * perMm)) as [number, number];
  const spot = { x: px, y: py, width: 1, height: 1 };
  return job.stencils.flatMap(({ id }) =>
    valueAt(coverAt(engine, job, id, job.sheet.ppi, spot), 0) >= 128 ? [id] : [],
  );
}
