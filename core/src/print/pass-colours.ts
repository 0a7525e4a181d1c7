import { parseHex } from '../colour/srgb.ts';
import type { Sheet } from '../document/types.ts';
import { type ColouringSettings, isColoured } from '../ink/colouring-params.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { cosine, sine } from '../math/exact.ts';
import { blend } from '../picture/made/blend.ts';
import type { Rgba } from '../picture/made/kinds.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import { type Artwork, isArtwork, isBitmap, type Plate, rowBytes } from '../raster/plate.ts';
import { type SheetGeometry, sheetPixels } from '../raster/sheet.ts';
import type { Stop } from '../settings/params.ts';
import type { Printed } from './ink-levels.ts';
import { printsOf } from './plate-values.ts';

/** Steps of a run of colours. */
const STEPS = 256;

/** The colours of a run as RGBA bytes; all of them clear without stops. */
function runBytes(stops: readonly Stop[] | null): Uint8Array {
  const out = new Uint8Array(4 * STEPS);
  if (!stops) return out;
  const at = blend(stops);
  const colour: Rgba = [0, 0, 0, 1];
  for (let k = 0; k < STEPS; k++) {
    at(k / (STEPS - 1), colour);
    for (let c = 0; c < 3; c++) out[4 * k + c] = Math.round(255 * colour[c]!);
    out[4 * k + 3] = 255;
  }
  return out;
}

/** Where a pixel stands on a run over the sheet: start + x · byX + y · byY, or the length of that with `across`. */
function runOver(sheet: SheetGeometry, { run, angle }: Pick<ColouringSettings, 'run' | 'angle'>) {
  const { width, height } = sheetPixels(sheet);
  if (run === 'radial') {
    const reach = Math.sqrt(width * width + height * height) / 2;
    return {
      round: true,
      along: (x: number) => (x + 0.5 - width / 2) / reach,
      by: 1 / reach,
      across: (y: number) => (y + 0.5 - height / 2) / reach,
    };
  }
  const turn = (angle * Math.PI) / 180;
  const [c, s] = [cosine(turn), sine(turn)];
  const length = Math.abs(width * c) + Math.abs(height * s);
  return {
    round: false,
    along: (x: number, y: number) => 0.5 + ((x + 0.5 - width / 2) * c - (y + 0.5 - height / 2) * s) / length,
    by: c / length,
    across: () => 0,
  };
}

/** Colours that run over a sheet, as artwork over any of its areas. */
export function runColours(
  sheet: SheetGeometry,
  run: Pick<ColouringSettings, 'run' | 'angle'>,
  stops: readonly Stop[],
): (area: Area) => Artwork {
  const colours = new Uint32Array(runBytes(stops).buffer);
  const over = runOver(sheet, run);
  return (area) => {
    const rows = rowsOf(area);
    const out = new Uint32Array(area.width * rows);
    for (let k = 0, at = 0; k < rows; k++) {
      const y = area.y + k * area.step;
      const [start, across] = [over.along(area.x, y), over.across(y)];
      for (let x = 0; x < area.width; x++, at++) {
        const along = start + x * over.by;
        const t = over.round ? Math.sqrt(along * along + across * across) : along;
        out[at] = colours[Math.floor(Math.max(0, Math.min(1, t)) * (STEPS - 1) + 0.5)]!;
      }
    }
    return { width: area.width, height: rows, channels: 4, data: new Uint8Array(out.buffer) };
  };
}

/** Begins a plate over an area: returns what makes the colours of its rows, RGBA bytes, encoded sRGB, good until the next row. */
export type ColourRows = (plate: Plate, area: Pick<Area, 'x' | 'y' | 'step'>) => (row: number) => number;

const scratchOf = (kernels: Kernels, name: string, data: Uint8Array): Scratch => {
  const block = kernels.scratch(name, data.length + 16);
  kernels.u8(block).set(data);
  return block;
};

/** Colours of the values of a pass's plate as RGBA bytes: shares of ink are the ink, more or less clear. */
function valueColours(pass: Printed, ink: readonly [number, number, number]): Uint8Array {
  const out = new Uint8Array(4 * STEPS);
  printsOf(pass).values.forEach((value, k) => {
    const rgb = 'colour' in value ? parseHex(value.colour)! : ink;
    out.set([...rgb, 'colour' in value ? 255 : Math.round(255 * value.ink)], 4 * k);
  });
  return out;
}

/** Returns what makes the colours of the rows of a pass's plates, tinted where the pass is coloured. */
export function passColours(kernels: Kernels, sheet: Sheet, pass: Printed, index: number): ColourRows {
  const colours = valueColours(pass, parseHex(pass.ink.colour) ?? [0, 0, 0]);
  const { run } = kernels;
  const name = (what: string) => `colours-${index}-${what}`;
  const own = (plate: Plate): ((row: number) => number) => {
    const bytes = rowBytes(plate);
    const values = scratchOf(kernels, name('values'), plate.data).ptr;
    if (isArtwork(plate)) return (row) => values + row * bytes;
    const table = scratchOf(kernels, name('table'), colours).ptr;
    const out = kernels.scratch(name('row'), 4 * plate.width + 16).ptr;
    const make = isBitmap(plate) ? run.coloursOfBits : run.coloursOfLevels;
    return (row) => {
      make(values + row * bytes, table, plate.width, out);
      return out;
    };
  };
  const { colouring } = pass;
  if (!colouring || !isColoured(colouring)) return (plate) => own(plate);
  const over = runOver(sheet, colouring);
  const { artwork, palette } = printsOf(pass);
  // Colours of artwork and palettes are told apart by how dark they are, shares of ink by how much there is.
  const shares = !artwork && !palette;
  const plain = (colour: string): readonly Stop[] => [{ at: 0, colour }];
  const darks = runBytes(
    colouring.darks === 'tinted' ? colouring.darkColours : plain(shares ? pass.ink.colour : '#000000'),
  );
  const lights = runBytes(colouring.lights === 'tinted' ? colouring.lightColours : shares ? null : plain('#ffffff'));
  return (plate, { x, y: top, step }) => {
    const source = own(plate);
    const out = kernels.scratch(name('tinted'), 4 * plate.width + 16).ptr;
    const [from, to] = [scratchOf(kernels, name('darks'), darks).ptr, scratchOf(kernels, name('lights'), lights).ptr];
    return (row) => {
      const y = top + row * step;
      const [start, across] = [over.along(x, y), over.across(y)];
      run.colourRun(source(row), plate.width, start, over.by, across, over.round, from, to, shares, out);
      return out;
    };
  };
}
