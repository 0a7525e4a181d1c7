import {
  type Area,
  type Bitmap,
  byteOfLight,
  type CompiledScreen,
  compileScreen,
  composeExact,
  countInk,
  createDisplayMeans,
  createKernels,
  createPassChain,
  type DisplayMeans,
  type Job,
  lightKey,
  type LightRows,
  memorySource,
  type Pass,
  type PassChain,
  type PictureSource,
  plateKey,
  printingPasses,
  rowsOf,
  screenKey,
  sheetPixels,
} from '@chromatype/core';
import { ByteCache } from './byte-cache.ts';
import type { PictureBuffer } from './picture-buffer.ts';
import type { View } from './view.ts';

/** Sheet pixels of a block: what is remembered, and what a change makes anew, goes by blocks. */
export const BLOCK_WIDTH = 512;
export const BLOCK_HEIGHT = 256;
const LIGHT_BYTES = 160e6;
const PLATE_BYTES = 64e6;
const CHAINS = 24;

/** One row of blocks of a view. `draft`: a first look while something is dragged. */
export interface Stripe {
  readonly job: Job;
  readonly view: View;
  readonly blockRow: number;
  readonly firstBlock: number;
  readonly lastBlock: number;
  /** Every how many sheet rows are looked at. */
  readonly step: number;
  readonly draft: boolean;
}

export interface ExactPixels {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8Array;
}

/** Runs passes over blocks of the sheet and remembers what leaves each station. One for each worker. */
export class SheetEngine {
  readonly kernels = createKernels();
  private readonly pictures = new Map<string, PictureSource>();
  private readonly lights = new ByteCache<LightRows>(LIGHT_BYTES, (rows) => rows.data.byteLength);
  private readonly plates = new ByteCache<Bitmap>(PLATE_BYTES, (plate) => plate.data.byteLength);
  private readonly screens = new ByteCache<CompiledScreen>(48e6, ({ tile }) => tile.data.byteLength);
  private readonly chains = new ByteCache<PassChain>(
    CHAINS,
    () => 1,
    (chain) => chain.release(),
  );

  addPicture({ hash, width, height, channels, buffer }: PictureBuffer): void {
    this.pictures.set(hash, memorySource(width, height, channels, new Uint8Array(buffer)));
  }

  readonly lookup = (hash: string): PictureSource | null => this.pictures.get(hash) ?? null;

  compiled(job: Job, pass: Pass, draft: boolean): CompiledScreen {
    return this.screens.take(`${draft}${screenKey(job.sheet, pass.screen)}`, () =>
      compileScreen(job.sheet, pass.screen, draft),
    );
  }

  private light(key: string, area: Area, read: (area: Area) => LightRows): LightRows {
    const at = `${key}@${area.x},${area.y},${area.width},${area.height}`;
    const whole = this.lights.get(`${at},1`);
    if (whole && area.step > 1) return everyRow(whole, area);
    return whole ?? this.lights.take(`${at},${area.step}`, () => read(area));
  }

  private chain(job: Job, pass: Pass, draft: boolean): PassChain {
    return this.chains.take(`${draft}${plateKey(job, pass)}`, () => {
      const key = lightKey(job, pass);
      return createPassChain({
        kernels: this.kernels,
        job,
        pass,
        pictures: this.lookup,
        compiled: this.compiled(job, pass, draft),
        light: (area, read) => this.light(key, area, read),
      });
    });
  }

  /** A pass's plate over one block of the sheet. */
  plate(job: Job, pass: Pass, area: Area, draft = false): Bitmap {
    const key = `${draft}${area.x},${area.y},${area.step}${plateKey(job, pass)}`;
    return this.plates.take(key, () => this.chain(job, pass, draft).plate(area));
  }

  private blocks({ job, blockRow, firstBlock, lastBlock, step }: Stripe): Area[] {
    const { width, height } = sheetPixels(job.sheet);
    const areas: Area[] = [];
    for (let column = firstBlock; column <= lastBlock; column++) {
      const x = column * BLOCK_WIDTH;
      const y = blockRow * BLOCK_HEIGHT;
      areas.push({ x, y, width: Math.min(BLOCK_WIDTH, width - x), height: Math.min(BLOCK_HEIGHT, height - y), step });
    }
    return areas;
  }

  /** Averages of the printed sheet under the display pixels of a stripe, for scales below 1. */
  means(stripe: Stripe): DisplayMeans {
    const { job, view, draft } = stripe;
    const passes = printingPasses(job);
    const areas = this.blocks(stripe);
    const first = areas[0]!;
    // Blocks reach beyond the view: gather on a wider grid, then cut the view out of it.
    const left = Math.max(0, Math.ceil(view.originX - first.x * view.scale)) + 1;
    const right = Math.ceil(BLOCK_WIDTH * view.scale) + 2;
    const grid = {
      scale: view.scale,
      originX: view.originX - left,
      originY: view.originY,
      width: view.width + left + right,
    };
    const means = createDisplayMeans(this.kernels, job.sheet, passes, grid, first);
    for (const area of areas)
      means.add(
        area,
        passes.map((pass) => this.plate(job, pass, area, draft)),
      );
    const wide = means.finish();
    const sums = new Float32Array(view.width * wide.rows * 4);
    for (let r = 0; r < wide.rows; r++) {
      const from = (r * grid.width + left) * 4;
      sums.set(wide.sums.subarray(from, from + view.width * 4), r * view.width * 4);
    }
    return { row: wide.row, rows: wide.rows, width: view.width, sums };
  }

  /** The printed pixels of a stripe's blocks themselves, for scales from 1 on. */
  exact(stripe: Stripe): ExactPixels[] {
    const { job, draft } = stripe;
    const passes = printingPasses(job);
    return this.blocks({ ...stripe, step: 1 }).map((area) => {
      const plates = passes.map((pass) => this.plate(job, pass, area, draft));
      return { ...area, rgba: composeExact(this.kernels, job.sheet, passes, plates, area) };
    });
  }

  /** What leaves the Picture station over an area, as sRGB bytes of grey, read from a given picture. */
  lightOf(job: Job, pass: Pass, source: PictureSource, area: Area): Uint8Array {
    const chain = createPassChain({
      kernels: this.kernels,
      job,
      pass,
      pictures: () => source,
      compiled: this.compiled(job, pass, false),
    });
    const { depth, data } = chain.light(area);
    chain.release();
    return depth === 8 ? (data as Uint8Array) : Uint8Array.from(data, (code) => byteOfLight(code / 65535));
  }

  /** Pixels that a pass inks in one row of blocks. Nothing of it is remembered. */
  inkOfRow(job: Job, pass: Pass, blockRow: number): number {
    const { width, height } = sheetPixels(job.sheet);
    const y = blockRow * BLOCK_HEIGHT;
    const area = { x: 0, y, width, height: Math.min(BLOCK_HEIGHT, height - y), step: 1 };
    const chain = createPassChain({
      kernels: this.kernels,
      job,
      pass,
      pictures: this.lookup,
      compiled: this.compiled(job, pass, false),
    });
    const ink = countInk(chain.plate(area).data);
    chain.release();
    return ink;
  }
}

/** Every step-th row of rows that are known already. */
function everyRow(whole: LightRows, area: Area): LightRows {
  const rows = rowsOf(area);
  const data = whole.depth === 8 ? new Uint8Array(area.width * rows) : new Uint16Array(area.width * rows);
  for (let k = 0; k < rows; k++) {
    const from = k * area.step * area.width;
    data.set(whole.data.subarray(from, from + area.width), k * area.width);
  }
  return { depth: whole.depth, width: area.width, rows, data };
}
