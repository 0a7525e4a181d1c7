import { inkOverprints, stockLight } from '../ink/printed-ink.ts';
import type { Sheet } from '../document/types.ts';
import type { Kernels } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import { isArtwork, isBitmap, type Plate, rowBytes } from '../raster/plate.ts';
import { blendOf, inkLayers, isPlainInk, type Printed } from './ink-levels.ts';
import { runsOf } from './sheet-lights.ts';
import { blendedRows, layerTables } from './layer-tables.ts';
import { loadLightTable } from './light-table.ts';
import { loadPlates } from './load-plates.ts';
import { passColours } from './pass-colours.ts';
import type { Surface, SurfaceLayer } from '../stock/surface.ts';

/** The light of printed rows, whatever the plates hold: four floats a pixel (r, g, b, 1). */
export interface LightLayer {
  /** Begins an area: returns what gives a pointer to the light of a row of its plates, good until the next row. */
  over(area: Area, plates: readonly Plate[]): (row: number) => number;
}

/** Lays one row of a layer over the light. */
type LayRowOf = (row: number) => void;
/** A layer: begun for an area, then laid row by row. */
type Layer = (area: Area, plates: readonly Plate[]) => LayRowOf;

/** Values of a plate in kernel memory: returns what points to each of its rows. */
function loadRows(kernels: Kernels, name: string, plate: Plate): (row: number) => number {
  const bytes = rowBytes(plate);
  const block = kernels.scratch(`lay-values-${name}`, plate.data.length + 16);
  kernels.u8(block).set(plate.data);
  return (row) => block.ptr + row * bytes;
}

/**
 * Lays passes over the stock and what belongs to it, a row at a time. Plates are in print order. `owner` names its kernel
 * memory: while a view gathers its areas, plates that take the print so far compose other passes in theirs.
 */
export function createLightLayer(
  kernels: Kernels,
  owner: 'view' | 'print',
  sheet: Sheet,
  passes: readonly Printed[],
  width: number,
  surface: Surface,
): LightLayer {
  const { run } = kernels;
  const named = (what: string) => `${owner}-${what}`;
  const stock = loadLightTable(
    kernels,
    named('stock'),
    Float64Array.from(stockLight(sheet.stock)),
    new Float64Array(3),
  );
  const light = kernels.scratch(named('light'), width * 16 + 64).ptr;

  /** Plain inks by the overprints that they make. */
  function inkLayer(run_: readonly number[]): Layer {
    const { through, adds } = inkOverprints(
      sheet.stock,
      run_.map((k) => passes[k]!.ink),
    );
    const table = loadLightTable(kernels, named(`overprints-${run_[0]}`), through, adds);
    return (area, plates) => {
      const bits = run_.map((k) => plates[k] as Bitmap);
      const { pointers, point } = loadPlates(kernels, bits, `lay-${run_[0]}`);
      return (row) => {
        point(row);
        run.layCodes(pointers.ptr, bits.length, table, area.width, light);
      };
    };
  }

  function colourLayer(pass: Printed, k: number): Layer {
    const colours = passColours(kernels, sheet, pass, k);
    const blend = blendOf(pass);
    const { strength, opacity, meets } = pass.ink;
    const { bytes } = layerTables(kernels);
    const lay = blend
      ? blendedRows(kernels, blend, strength)
      : (source: number, count: number) =>
          run.layColours(source, count, strength, opacity, meets === 'light', bytes, light);
    return (area, plates) => {
      const rowOf = colours(plates[k]!, area);
      return (row) => lay(rowOf(row), area.width, light);
    };
  }

  /** Shares of one ink, or the colours of a palette, laid as ink. */
  function levelLayer(pass: Printed, k: number): Layer {
    const { through, adds } = inkLayers(pass);
    const table = loadLightTable(kernels, named(`table-${k}`), through, adds);
    return (_, plates) => {
      const plate = plates[k]!;
      const rowOf = loadRows(kernels, String(k), plate);
      const lay = isBitmap(plate) ? run.layBits : run.layLevels;
      return (row) => lay(rowOf(row), table, plate.width, light);
    };
  }

  function passLayer(indices: readonly number[]): Layer {
    const k = indices[0]!;
    const pass = passes[k]!;
    if (isPlainInk(pass)) return inkLayer(indices);
    if (blendOf(pass) || pass.colouring?.darks === 'tinted' || pass.colouring?.lights === 'tinted')
      return colourLayer(pass, k);
    const [levels, colours] = [levelLayer(pass, k), colourLayer(pass, k)];
    return (area, plates) => (isArtwork(plates[k]!) ? colours : levels)(area, plates);
  }

  function surfaceLayer(layer: SurfaceLayer, name: string): Layer {
    if (layer.kind === 'curve') {
      const table = kernels.scratch(named(`curve-${name}`), layer.table.byteLength);
      kernels.f32(table).set(layer.table);
      return ({ width: count }) =>
        () =>
          run.mapLight(light, count, table.ptr);
    }
    if (layer.kind === 'colours') {
      const { bytes } = layerTables(kernels);
      const { strength, opacity } = layer;
      return (area) => {
        const rowOf = loadRows(kernels, name, layer.colours.read(area));
        return (row) => run.layColours(rowOf(row), area.width, strength, opacity, false, bytes, light);
      };
    }
    const table = loadLightTable(kernels, named(`map-${name}`), layer.light.through, layer.light.adds);
    return (area) => {
      const map = layer.map.read(area);
      const even = typeof map === 'number' ? new Uint8Array(area.width).fill(map) : null;
      const rows = even ? 1 : rowsOf(area);
      const plate = { width: area.width, height: rows, levels: 256, data: even ?? (map as Uint8Array) };
      const rowOf = loadRows(kernels, name, plate);
      return (row) => run.layLevels(rowOf(even ? 0 : row), table, area.width, light);
    };
  }

  const layers = [
    ...surface.under.map((layer, k) => surfaceLayer(layer, `under-${k}`)),
    ...runsOf(passes).map(passLayer),
    ...surface.over.map((layer, k) => surfaceLayer(layer, `over-${k}`)),
  ];
  return {
    over(area, plates) {
      const rows = layers.map((layer) => layer(area, plates));
      return (row) => {
        run.fillLight(light, area.width, stock);
        for (const lay of rows) lay(row);
        return light;
      };
    },
  };
}
