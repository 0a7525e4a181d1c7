import type { Kernels } from '../kernel/kernels.ts';
import type { FeedReader } from '../picture/feed.ts';
import { type Area, type LightRows, rowsOf } from '../raster/area.ts';
import type { Plate } from '../raster/plate.ts';
import { createCellMeans } from '../screen/cells/cell-means.ts';
import { compareField } from '../screen/field/field-screener.ts';
import { grainsUnder, grainValues, orderedGrains, plateOfGrains, type ValueReader } from '../screen/families/grain/grain-plates.ts';
import { tileThresholds } from '../screen/families/grain/compile.ts';
import { type CompiledScreen, compileScreen } from '../screen/compile-screen.ts';
import type { CellMap, ThresholdRow } from '../screen/compiled.ts';
import { createPlaceMeans } from '../screen/cells/place-means.ts';
import { plainScreener, type ToneTables, thresholdScreener } from '../screen/periodic/threshold-screener.ts';
import { onPrintedSheet, paintShare, paintTones } from '../raster/strokes.ts';
import { limitTones } from '../tone/tone-table.ts';
import { sheetPixels } from '../document/defaults.ts';
import { methodPlates } from '../screen/families/grain/downward-plates.ts';
import type { Job, Pass } from '../document/types.ts';
import { mapTones, mapTonesTo } from '../raster/map-tones.ts';
import { colourReader, createToneTables, passReader, type PictureLookup } from './light.ts';

/** A pass made ready to run over any area of the sheet. */
export interface PassChain {
  /** What leaves the Picture station. */
  light(area: Area): LightRows;
  /** What leaves the Screen station. `light` may be handed in when it is known already. */
  plate(area: Area, light?: LightRows): Plate;
  release(): void;
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
  /**
   * Methods that need all rows above treat each area as a sheet of its own: a first look, of the
   * same kind but not the plate's own pixels.
   */
  readonly piecemeal?: boolean;
  /** Replaces the reading of light, so that a caller's memory of earlier areas can serve. */
  light?(area: Area, read: FeedReader): LightRows;
}

/** Compiles the screen of a pass of a job. */
export function compilePass(job: Job, pass: Pass, pictures: PictureLookup, draft = false): CompiledScreen {
  return compileScreen(job.sheet, pass.screen, {
    draft,
    pictureOf(id) {
      const picture = job.pictures.find((p) => p.id === id);
      return picture?.hash ? pictures(picture.hash) : null;
    },
  });
}

/** Makes a pass ready: Picture → Tone → Screen. Gives back kernel memory with `release`. */
export function createPassChain(options: ChainOptions): PassChain {
  const { kernels, job, pass, pictures } = options;
  const read = passReader(kernels, job, pass, pictures, pass.feed.part);
  const light = options.light ? (area: Area) => options.light!(area, read) : read;
  const compiled = options.compiled ?? compilePass(job, pass, pictures);
  const tables = options.tables ?? createToneTables(pass);
  const sheet = sheetPixels(job.sheet);
  const { prints, grain } = compiled;
  const cells = pass.screen.oneTone && 'cells' in compiled ? compiled.cells : null;
  const plain = grain === 1 && prints.levels === 2 && !prints.palette;

  const tonesOf = tonesReader(options, light, tables, cells !== null);
  const painted = pass.tone.paint.length > 0;

  if (compiled.kind === 'tile' && plain && !cells && painted)
    return tonesThroughTile(kernels, compiled, light, tonesOf);
  if (compiled.kind === 'tile' && plain && !cells) {
    // Without cells one tone a cell has no meaning, and the limits belong in the tables.
    const own = pass.screen.oneTone ? createToneTables(pass, true) : tables;
    const screener = thresholdScreener(kernels, compiled.tile, own);
    return {
      light,
      plate: (area, known) => screener.rows(area, known ?? light(area)),
      release: () => screener.release(),
    };
  }
  if (compiled.kind === 'tile' && plain && cells) {
    return tonesThroughTile(kernels, compiled, light, meansOf(kernels, cells, pass, sheet, tonesOf));
  }
  if (compiled.kind === 'field') {
    const tones = cells ? meansOf(kernels, cells, pass, sheet, tonesOf) : tonesOf;
    return { light, plate: (area) => compareField(kernels, compiled.field, area, tones(area)), release() {} };
  }

  const values: ValueReader = prints.palette
    ? colourReader(kernels, tables, colourReaders(options, read), paintOver(options))
    : tonesOf;
  if (compiled.kind === 'method') {
    const method = methodPlates({ kernels, compiled, values, sheet, piecemeal: options.piecemeal ?? false });
    return { light, ...method };
  }
  const thresholds: ThresholdRow = compiled.kind === 'tile' ? tileThresholds(compiled.tile) : compiled.thresholds;
  return {
    light,
    plate(area) {
      const box = grainsUnder(area, grain);
      const grains = grainValues(values, box, grain, sheet, prints.palette ? 3 : 1);
      return plateOfGrains(kernels, area, box, orderedGrains(grains, box, prints, thresholds), grain, prints);
    },
    release() {},
  };
}

/** What was painted on a pass, over any area of the sheet. */
function paintOver({ job, pass }: Pick<ChainOptions, 'job' | 'pass'>): (area: Area) => Float32Array | null {
  const strokes = onPrintedSheet(pass.tone.paint, job.sheet.bleed);
  return (area) => paintShare(strokes, area, job.sheet.ppi / 25.4);
}

/**
 * Tones of a pass: its light through the tone tables, with what was painted on it. Where paint or one tone
 * a cell keeps smallest and solid out of the tables they are applied here, unless `whole` cells follow.
 */
function tonesReader(
  { kernels, job, pass }: Pick<ChainOptions, 'kernels' | 'job' | 'pass'>,
  light: FeedReader,
  tables: ToneTables,
  cellsFollow: boolean,
): ValueReader {
  const { paint } = pass.tone;
  if (paint.length === 0) {
    return Object.assign(
      (area: Area) => {
        const rows = light(area);
        return mapTones(kernels, rows, tables.tones(rows.depth));
      },
      {
        to(area: Area, out: number): void {
          const rows = light(area);
          mapTonesTo(kernels, rows, tables.tones(rows.depth), out);
        },
      },
    );
  }
  const { smallest, solidFrom } = pass.screen;
  const share = paintOver({ job, pass });
  return (area) => {
    const rows = light(area);
    const tones = mapTones(kernels, rows, tables.tones(rows.depth));
    paintTones(tones, share(area));
    return cellsFollow ? tones : limitTones(tones, smallest, solidFrom);
  };
}

/** Tones compared with a compiled screen. */
function tonesThroughTile(
  kernels: Kernels,
  compiled: Extract<CompiledScreen, { kind: 'tile' }>,
  light: FeedReader,
  tonesOf: (area: Area) => Uint16Array,
): PassChain {
  const screener = plainScreener(kernels, compiled.tile);
  return {
    light,
    plate(area) {
      const data = tonesOf(area).map((tone) => 65535 - tone);
      return screener.rows(area, { depth: 16, width: area.width, rows: rowsOf(area), data });
    },
    release: () => screener.release(),
  };
}

/** The whole picture gives red, green and blue; any other part gives itself. */
function colourReaders({ kernels, job, pass, pictures }: ChainOptions, own: FeedReader): readonly FeedReader[] {
  if (pass.feed.part !== 'colour') return [own];
  return (['r', 'g', 'b'] as const).map((part) => passReader(kernels, job, pass, pictures, part));
}

/** Tones over an area where every pixel has its cell's mean. */
function meansOf(
  kernels: Kernels,
  cells: CellMap,
  pass: Pass,
  sheet: { readonly width: number; readonly height: number },
  tonesOf: ValueReader,
): ValueReader {
  const { smallest, solidFrom } = pass.screen;
  const finish = (mean: number) => limitTones(Uint16Array.of(mean), smallest, solidFrom)[0]!;
  if (cells.kind === 'lattice') return createCellMeans({ kernels, ...cells, sheet, tonesOf, finish });
  return createPlaceMeans({ cells, sheet, tonesOf, finish });
}
