import type { Fill, Job } from '../document/types.ts';
import { MM_PER_INCH } from '../math/units.ts';
import type { ArtworkReader } from '../picture/artwork-feed.ts';
import { isCoverage } from '../picture/feed-params.ts';
import { type Area, type LightReader, type LightRows, rowsOf } from '../raster/area.ts';
import { lightCodes } from '../raster/blur.ts';
import { mapTones, mapTonesTo } from '../raster/map-tones.ts';
import { type Size, sheetPixels } from '../raster/sheet.ts';
import { onPrintedSheet, paintShare, type PaintStroke, paintTones } from '../raster/strokes.ts';
import { type RepeatRegion, repeatPlane } from '../repeat/region.ts';
import { wrappedRows } from '../repeat/wrapped-rows.ts';
import { createBentMeans } from '../screen/cells/bent-means.ts';
import { createCellMeans } from '../screen/cells/cell-means.ts';
import { createPlaceMeans } from '../screen/cells/place-means.ts';
import {
  type CompiledScreen,
  takesColours,
  type ToneInput,
  type ToneTables,
  type ValueReader,
} from '../screen/compiled.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import { type Finish, finishTones } from '../tone/finish.ts';
import type { CurveSettings } from '../tone/params.ts';
import { curveInUse, toneTable16, toneTable8 } from '../tone/tone-table.ts';
import { NO_CACHES, type PrintEnv } from './env.ts';
import { keyOf, type Planned } from '../raster/planned.ts';

/** What was painted on a fill, in sheet pixels. */
interface Paint {
  readonly strokes: readonly PaintStroke[];
  readonly bleed: number;
  readonly ppi: number;
  readonly repeat?: RepeatRegion;
}

/** A tone curve: its settings in use, and whether what comes in is coverage already. */
interface Curve {
  readonly settings: CurveSettings;
  readonly direct: boolean;
}

/** From light to tones: the curve, what was painted over it, and how tones are finished, if that comes here. */
interface ToneWork {
  readonly curve: Curve;
  readonly paint: Paint | null;
  readonly finish: Finish | null;
}

/** Tables of a tone curve; finished where nothing else lies between the curve and the finish. */
function toneTables({ settings, direct }: Curve, finish: Finish | null): ToneTables {
  const made = new Map<8 | 16, Uint16Array>();
  return {
    tones(depth) {
      let table = made.get(depth);
      if (!table) {
        table = depth === 8 ? toneTable8(settings) : toneTable16(settings, direct);
        if (finish) finishTones(table, finish);
        made.set(depth, table);
      }
      return table;
    },
  };
}

/** The tables of some work on tones, from the caches where they are known. */
function tablesOf({ caches = NO_CACHES }: PrintEnv, { curve, paint, finish }: ToneWork): ToneTables {
  const own = paint ? null : finish;
  return caches.tables(JSON.stringify([curve, own]), () => toneTables(curve, own));
}

const paintOver = ({ strokes, bleed, ppi, repeat }: Paint): ((area: Area) => Float32Array | null) => {
  const moved = onPrintedSheet(strokes, bleed);
  const read = (area: Area) => paintShare(moved, area, ppi / MM_PER_INCH);
  if (!repeat) return read;
  const none = (length: number) => new Float32Array(length);
  return wrappedRows((area) => read(area) ?? none(area.width * rowsOf(area)), repeat, none);
};

/** Tones of light through a curve, painted and finished as the work says. */
function tonesReader(env: PrintEnv, work: ToneWork, light: LightReader): ValueReader {
  const { kernels } = env;
  const tables = tablesOf(env, work);
  const through = (rows: LightRows) => mapTones(kernels, rows, tables.tones(rows.depth));
  if (!work.paint) {
    return Object.assign((area: Area) => through(light(area)), {
      to(area: Area, out: number): void {
        const rows = light(area);
        mapTonesTo(kernels, rows, tables.tones(rows.depth), out);
      },
    });
  }
  const share = paintOver(work.paint);
  return (area) => {
    const tones = paintTones(through(light(area)), share(area));
    return work.finish ? finishTones(tones, work.finish) : tones;
  };
}

/** Tones over an area where every pixel has the mean of its cell, finished. */
function cellTones(
  { kernels }: PrintEnv,
  cells: NonNullable<CompiledScreen['cells']>,
  sheet: Size,
  tonesOf: ValueReader,
  finish: Finish | null,
): ValueReader {
  const one = new Uint16Array(1);
  const finished = (mean: number) => {
    if (!finish) return mean;
    one[0] = mean;
    return finishTones(one, finish)[0]!;
  };
  if (cells.kind === 'bent') return createBentMeans({ kernels, nodes: cells.nodes, sheet, tonesOf, finish: finished });
  if (cells.kind === 'lattice') return createCellMeans({ kernels, ...cells, sheet, tonesOf, finish: finished });
  return createPlaceMeans({ cells, sheet, tonesOf, finish: finished });
}

/**
 * Light of red, green and blue after the tone curve, plane by plane, for palettes. A fill that takes one part of the
 * picture has the grey of that part in all three.
 */
function colourReader(env: PrintEnv, work: ToneWork, lights: readonly LightReader[]): ValueReader {
  const readers = lights.map((light) => tonesReader(env, work, light));
  return (area) => {
    const planes = readers.map((read) => read(area).map((tone) => 65535 - tone));
    const size = planes[0]!.length;
    const out = new Uint16Array(3 * size);
    for (let c = 0; c < 3; c++) out.set(planes[c % planes.length]!, c * size);
    return out;
  };
}

/** The tones of a fill, and what a screen may use instead of them. */
export interface TonePlan {
  readonly key: string;
  /** What a screen is given; made when the first plate is asked for. */
  input(compiled: CompiledScreen, piecemeal: boolean): ToneInput;
}

interface TonesAsked {
  readonly job: Job;
  readonly fill: Fill;
  readonly screen: PlannedScreen;
  /** Says how the cells of the screen are bent. */
  readonly bends: { readonly lattice: string | null } | null;
  /** The region of the sheet with which it repeats, where it does. */
  readonly repeat: RepeatRegion | null;
  /** The light of the fill, and for palettes and artwork of its colours. */
  readonly light: Planned<LightRows>;
  readonly colours: readonly Planned<LightRows>[];
  /** Where the picture is clear, for artwork that prints with its alpha. */
  readonly clear: Planned<LightRows> | null;
  /** Makes what reads artwork in one go, where that gives the same as its colours and where it is clear. */
  readonly together: () => ArtworkReader | null;
  /** How tones are finished: with dot gain of the press, for a look at the pressed print. Null if that comes later. */
  readonly finish: Pick<Finish, 'gain'> | null;
}

/** How the tones of a fill are finished. */
export const finishOf = ({ screen: { smallest, solidFrom } }: Fill, gain: number): Finish => ({
  smallest,
  solidFrom,
  gain,
});

/** How the light of a fill becomes tones. */
function workOf({ job, fill, screen: planned, repeat, finish }: TonesAsked): {
  readonly work: ToneWork;
  /** How light becomes the colours that a screen takes. */
  readonly colourWork: ToneWork;
  readonly byCells: boolean;
} {
  const { tone, feed, screen } = fill;
  const direct = isCoverage(feed.part);
  // Colours of a palette or of artwork are not coverage: they are always taken by their light.
  const coloured = takesColours(planned.prints);
  const { bleed, ppi } = job.sheet;
  const through = (ofColours: boolean): ToneWork => ({
    // Colours of a palette or of artwork are not coverage: they are always taken by their light.
    curve: {
      settings: curveInUse(ofColours ? { ...tone, meaning: 'light' } : tone, direct && !ofColours),
      direct,
    },
    paint: tone.paint.length > 0 ? { strokes: tone.paint, bleed, ppi, ...(repeat ? { repeat } : {}) } : null,
    // Limits of tone are those of dots: artwork has none.
    finish: finish && !(planned.prints.artwork && ofColours) ? finishOf(fill, finish.gain) : null,
  });
  return {
    work: through(coloured && !planned.prints.tonesToo),
    colourWork: through(coloured),
    byCells: screen.oneTone && planned.traits.cells,
  };
}

/** Plans the tones of a fill, from its light to what the screen compares. */
export function planTones(env: PrintEnv, asked: TonesAsked): TonePlan {
  const { job, screen, light, repeat, colours, clear, together } = asked;
  const { work, colourWork, byCells } = workOf(asked);
  const { outlines = false } = screen.traits;
  const { tonesToo = false } = screen.prints;
  const sheet = repeat ? repeatPlane(repeat) : sheetPixels(job.sheet);
  const ofColours = takesColours(screen.prints) ? [...colours, ...(clear ? [clear] : [])] : [];
  const from = ofColours.length > 0 && !tonesToo ? ofColours : [light, ...ofColours];
  const depends = byCells
    ? [
        ...from,
        { key: screen.key },
        ...(asked.bends?.lattice ? [{ key: asked.bends.lattice }] : []),
        ...(repeat ? [{ key: JSON.stringify(repeat) }] : []),
      ]
    : from;
  const own = tonesToo ? { work, colourWork } : work;
  return {
    key: keyOf(byCells ? 'cell tones' : outlines ? 'mark tones' : 'tones', own, depends),
    input(compiled, piecemeal) {
      const cells = byCells ? compiled.cells : null;
      const { finish } = work;
      const beforeCells = cells || outlines ? { ...work, finish: null } : work;
      const tones = tonesReader(env, beforeCells, light.read);
      const read = colourWork.paint ? null : together();
      const one = new Uint16Array(1);
      return {
        kernels: env.kernels,
        sheet,
        tones: cells ? cellTones(env, cells, sheet, tones, finish) : tones,
        finish(tone) {
          one[0] = tone;
          return finish ? finishTones(one, finish)[0]! : tone;
        },
        within: null,
        stones: null,
        codes:
          cells || work.paint ? null : { light: light.reader?.() ?? light.read, tables: tablesOf(env, beforeCells) },
        colours: colourReader(
          env,
          colourWork,
          colours.map((c) => c.read),
        ),
        artwork: read && { read, tables: tablesOf(env, colourWork) },
        clear: clear && ((area) => lightCodes(env.kernels, clear.read(area))),
        piecemeal,
      };
    },
  };
}
