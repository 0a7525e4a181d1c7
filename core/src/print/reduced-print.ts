import type { Job, Sheet } from '../document/types.ts';
import { sheetPixels } from '../raster/sheet.ts';
import type { Surface } from '../stock/surface.ts';
import { type BandsAsked, type PlateBand, printBands } from './bands.ts';
import { createDisplayMeans } from './display.ts';
import type { PrintEnv } from './env.ts';
import { printingPasses } from './printing-passes.ts';

/** A print at a scale of at most 1: where its pixels lie on the sheet, and what they show. */
export interface ReducedAsked {
  /** Pixels for one pixel of the sheet. */
  readonly scale: number;
  /** Where the first pixel begins, counted in pixels from the sheet's corner. */
  readonly originX: number;
  readonly originY: number;
  readonly width: number;
  readonly height: number;
  /** Whether pixels see a little beside them, so that fine screens melt into tone. Otherwise each is a box average. */
  readonly soft: boolean;
  /** Prints only the rows that are asked for, as if methods that need all rows above began there. */
  readonly quick?: boolean;
  /** The looks that are made of the same plates: the sheet with its stock, and what lies under and over the print. */
  readonly looks: readonly { readonly sheet: Sheet; readonly surface: Surface }[];
}

/** Some rows of a reduced print, RGBA in sRGB, one picture for each look. */
export interface ReducedRows {
  readonly y: number;
  readonly rows: number;
  readonly rgba: readonly Uint8ClampedArray[];
  /** Share of the sheet that has been printed. */
  readonly done: number;
}

/** Rows that are gathered at once: what is held of the sheet meanwhile follows its width alone. */
const SLAB_ROWS = 48;

/** The rows of the sheet that a part of a print is made of; all of them where methods need the rows above. */
export const rowsFor = ({ quick, originY, height, scale }: ReducedAsked, tall: number): BandsAsked =>
  quick
    ? {
        from: Math.max(0, Math.floor((originY - 1) / scale)),
        to: Math.min(tall, Math.ceil((originY + height + 1) / scale)),
        piecemeal: true,
      }
    : {};

/** Prints a job in fewer pixels, from top to bottom: each pixel the true average of the plates' pixels under it. */
export function* reducedPrint(env: PrintEnv, job: Job, asked: ReducedAsked): Generator<ReducedRows> {
  const sheet = sheetPixels(job.sheet);
  const { scale, originX, originY, width, height, soft } = asked;
  const passes = printingPasses(job);
  let held: PlateBand[] = [];
  let first = 0;
  let made = 0;

  /** Rows from `first` on, from the bands that are held; those that no later rows see are let go. */
  function gather(rows: number): ReducedRows {
    const grid = { scale, originX, originY, width, first, rows, soft };
    const rgba = asked.looks.map((look) => {
      const means = createDisplayMeans(env.kernels, look.sheet, passes, grid, look.surface);
      for (const { y, rows: tall, plates } of held)
        means.add({ x: 0, y, width: sheet.width, height: tall, step: 1 }, plates);
      return means.rgba();
    });
    const y = first;
    first += rows;
    const seen = (first + originY - 1) / scale;
    held = held.filter((band) => band.y + band.rows > seen);
    return { y, rows, rgba, done: made / sheet.height };
  }

  for (const band of printBands(env, job, passes, rowsFor(asked, sheet.height))) {
    held.push(band);
    made = band.y + band.rows;
    // A pixel may see as far as the one after it.
    while (first + SLAB_ROWS < height && (first + originY + SLAB_ROWS + 1) / scale <= made) yield gather(SLAB_ROWS);
    if (first >= height) return;
  }
  while (first < height) yield gather(Math.min(SLAB_ROWS, height - first));
}
