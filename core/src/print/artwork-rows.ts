import { decodeSrgb } from '../colour/srgb.ts';
import type { Sheet } from '../document/types.ts';
import { inkOverprints, stockLight } from '../ink/printed-ink.ts';
import type { Kernels } from '../kernel/kernels.ts';
import type { Area } from '../raster/area.ts';
import { isBitmap, type Plate } from '../raster/plate.ts';
import { isFlat, type Surface } from '../stock/surface.ts';
import { blendOf, isPlainInk, type Printed } from './ink-levels.ts';
import { layerTables } from './layer-tables.ts';
import { loadLightTable } from './light-table.ts';
import { loadPlates } from './load-plates.ts';
import type { AddRow } from './mapped-rows.ts';
import { passColours } from './pass-colours.ts';

let channels: Float32Array | null = null;

/** The light of each byte of red, of green and of blue by itself, four floats each; that of blue has 1 as its fourth. */
function channelLights(): Float32Array {
  if (channels) return channels;
  const out = new Float32Array(3 * 256 * 4);
  for (let byte = 0; byte < 256; byte++) {
    for (let c = 0; c < 3; c++) out[4 * (256 * c + byte) + c] = decodeSrgb(byte / 255);
    out[4 * (512 + byte) + 3] = 1;
  }
  channels = out;
  return out;
}

/**
 * Gathers the light of plain inks over artwork that covers a flat stock, each row in one go; null where the passes or the
 * surface are others.
 */
export function createArtworkRows(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  surface: Surface,
): ((area: Area, plates: readonly Plate[]) => AddRow) | null {
  const [lowest, ...inks] = passes;
  if (!lowest || blendOf(lowest)?.name !== 'normal' || !inks.every(isPlainInk) || !isFlat(surface)) return null;
  const { through, adds } = inkOverprints(
    sheet.stock,
    inks.map(({ ink }) => ink),
  );
  const overprints = loadLightTable(kernels, 'on-artwork-overprints', through, adds);
  const lights = kernels.scratch('on-artwork-lights', 3 * 256 * 16);
  kernels.f32(lights).set(channelLights());
  const stock = kernels.scratch('on-artwork-stock', 16);
  kernels.f32(stock).set([...stockLight(sheet.stock), 1]);
  const { encode, decode } = layerTables(kernels);
  const { strength } = lowest.ink;
  const colours = passColours(kernels, sheet, lowest, 0);
  return (area, plates) => {
    const [own, ...bits] = plates;
    const rowOf = colours(own!, area);
    const { pointers, point } = loadPlates(kernels, bits.filter(isBitmap), 'on-artwork-plate');
    return (row, weight, sums) => {
      point(row);
      kernels.run.addOnArtwork(
        pointers.ptr,
        bits.length,
        overprints,
        rowOf(row),
        lights.ptr,
        stock.ptr,
        strength,
        encode,
        decode,
        area.width,
        weight,
        sums,
      );
    };
  };
}
