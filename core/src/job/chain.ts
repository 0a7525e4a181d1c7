import type { Kernels } from '../kernel/kernels.ts';
import { createFeedReader, emptyFeed, type FeedReader } from '../picture/feed.ts';
import { placePicture } from '../picture/placement.ts';
import type { PictureSource } from '../picture/source.ts';
import { type Area, type LightRows } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { createCellMeans } from '../screen/cell-means.ts';
import { compileTile } from '../screen/compile.ts';
import { dotShape } from '../screen/dots/index.ts';
import { pitchOf } from '../screen/frequency.ts';
import { latticePositions } from '../screen/positions.ts';
import { actualScreen, findSupercell, type Supercell } from '../screen/supercell.ts';
import { plainScreener, type ToneTables, thresholdScreener } from '../screen/threshold-screener.ts';
import type { ThresholdTile } from '../screen/threshold-tile.ts';
import { limitTones, toneTable16, toneTable8 } from '../tone/tone-table.ts';
import { sheetPixels } from './defaults.ts';
import type { Job, Pass, Screen, Sheet } from './types.ts';

/** Pixels of a stored picture by its hash; null when they are not there. */
export type PictureLookup = (hash: string) => PictureSource | null;

/** A pass made ready to run over any area of the sheet. */
export interface PassChain {
  /** What leaves the Picture station. */
  light(area: Area): LightRows;
  /** What leaves the Screen station. `light` may be handed in when it is known already. */
  plate(area: Area, light?: LightRows): Bitmap;
  release(): void;
}

/** A screen as it is really made on the pixel grid. */
export interface CompiledScreen {
  readonly cell: Supercell;
  readonly tile: ThresholdTile;
}

/** Compiles a pass's screen; a `draft` is quick and coarser, for a look while a dial turns. */
export function compileScreen(sheet: Sheet, screen: Screen, draft = false): CompiledScreen {
  const shape = dotShape(screen.shape);
  if (!shape) throw new RangeError(`There is no dot shape called ${screen.shape}.`);
  const cell = findSupercell(pitchOf(screen.frequency, sheet.ppi, sheetPixels(sheet).width), screen.angle, draft);
  return { cell, tile: compileTile(cell, shape, draft) };
}

/** What a pass's light depends on: equal keys give equal light. */
export function lightKey(job: Job, pass: Pass): string {
  const picture = job.pictures.find((p) => p.id === pass.feed.picture);
  if (!picture) return 'white';
  const { width, height } = sheetPixels(job.sheet);
  return JSON.stringify([picture.hash, pass.feed.part, placePicture(job.sheet, pass.feed, picture), width, height]);
}

/** What a compiled screen depends on. */
export function screenKey(sheet: Sheet, { shape, lattice, frequency, angle }: Screen): string {
  return JSON.stringify([shape, lattice, frequency, angle, sheet.ppi, sheetPixels(sheet).width]);
}

/** What a pass's tone tables depend on. */
export function toneKey({ tone, feed, screen }: Pass): string {
  const { oneTone, smallest, solidFrom } = screen;
  return JSON.stringify([tone, feed.part === 'alpha', oneTone, smallest, solidFrom]);
}

/** What a pass's plate depends on. Ink, name and order are not among it. */
export function plateKey(job: Job, pass: Pass): string {
  const { oneTone, smallest, solidFrom } = pass.screen;
  return JSON.stringify([
    lightKey(job, pass),
    pass.tone,
    screenKey(job.sheet, pass.screen),
    oneTone,
    smallest,
    solidFrom,
  ]);
}

/**
 * A pass's tone curve as tables. `limited`: with the smallest dot and solid in it, as passes that read
 * tone pixel by pixel need it; one tone a cell applies them to the mean.
 */
export function createToneTables(pass: Pass, limited = !pass.screen.oneTone): ToneTables {
  const made = new Map<8 | 16, Uint16Array>();
  return {
    tones(depth) {
      let table = made.get(depth);
      if (!table) {
        table = depth === 8 ? toneTable8(pass.tone) : toneTable16(pass.tone, pass.feed.part === 'alpha');
        if (limited) limitTones(table, pass.screen.smallest, pass.screen.solidFrom);
        made.set(depth, table);
      }
      return table;
    },
  };
}

/** Tones of rows of light through a pass's tone curve. */
function mapTones(kernels: Kernels, light: LightRows, table: Uint16Array): Uint16Array {
  const count = light.width * light.rows;
  const bytes = light.depth === 8;
  const input = kernels.scratch('map-in', count * (bytes ? 1 : 2));
  (bytes ? kernels.u8(input) : kernels.u16(input)).set(light.data.subarray(0, count));
  const output = kernels.scratch('map-out', count * 2);
  const tableBlock = kernels.scratch('map-table', 65536 * 2);
  kernels.u16(tableBlock).set(table);
  (bytes ? kernels.run.lookup8 : kernels.run.lookup16)(input.ptr, tableBlock.ptr, count, output.ptr);
  return kernels.u16(output).slice(0, count);
}

export interface ChainOptions {
  readonly kernels: Kernels;
  readonly job: Job;
  readonly pass: Pass;
  readonly pictures: PictureLookup;
  /** A compiled screen, when the caller keeps them; compiled here otherwise. */
  readonly compiled?: CompiledScreen;
  /** The pass's tone tables, when the caller keeps them; made here otherwise. */
  readonly tables?: ToneTables;
  /** Replaces the reading of light, so that a caller's memory of earlier areas can serve. */
  light?(area: Area, read: FeedReader): LightRows;
}

/** Makes a pass ready: Picture → Tone → Screen. Gives back kernel memory with `release`. */
export function createPassChain(options: ChainOptions): PassChain {
  const { kernels, job, pass } = options;
  const picture = job.pictures.find((p) => p.id === pass.feed.picture);
  const source = picture ? options.pictures(picture.hash) : null;
  const read =
    picture && source
      ? createFeedReader(kernels, source, placePicture(job.sheet, pass.feed, picture), pass.feed.part)
      : emptyFeed;
  const light = options.light ? (area: Area) => options.light!(area, read) : read;
  const compiled = options.compiled ?? compileScreen(job.sheet, pass.screen);
  const tables = options.tables ?? createToneTables(pass);

  if (!pass.screen.oneTone) {
    const screener = thresholdScreener(kernels, compiled.tile, tables);
    return {
      light,
      plate: (area, known) => screener.rows(area, known ?? light(area)),
      release: () => screener.release(),
    };
  }

  const { smallest, solidFrom } = pass.screen;
  const screener = plainScreener(kernels, compiled.tile);
  const means = createCellMeans({
    kernels,
    positions: latticePositions(compiled.cell),
    sheet: sheetPixels(job.sheet),
    pitch: actualScreen(compiled.cell).pitch,
    tonesOf: (area) => {
      const rows = light(area);
      return mapTones(kernels, rows, tables.tones(rows.depth));
    },
    finish: (mean) => limitTones(Uint16Array.of(mean), smallest, solidFrom)[0]!,
  });
  return {
    light,
    plate(area) {
      const data = means(area);
      return screener.rows(area, { depth: 16, width: area.width, rows: data.length / area.width, data });
    },
    release: () => screener.release(),
  };
}
