import type { Sheet } from '../document/types.ts';
import { inkOverprints, stockLight } from '../ink/printed-ink.ts';
import type { Kernels, Scratch } from '../kernel/kernels.ts';
import { type Area, rowsOf } from '../raster/area.ts';
import type { Bitmap } from '../raster/bitmap.ts';
import type { Surface, SurfaceLayer, ValueLight } from '../stock/surface.ts';
import type { Printed } from './ink-levels.ts';
import { loadLightTable } from './light-table.ts';
import { loadPlates } from './load-plates.ts';

type MapLayer = Extract<SurfaceLayer, { readonly kind: 'map' }>;

const isMap = (layer: SurfaceLayer): layer is MapLayer => layer.kind === 'map';

/** Adds the light of a row of an area, times a weight, to four floats a pixel at `sums`. */
export type AddRow = (row: number, weight: number, sums: number) => void;

/** The light of the stock under each value of the first map that lies on it: four floats a value. */
function loadGround(kernels: Kernels, stock: readonly number[], first: ValueLight | null): Scratch {
  const block = kernels.scratch('mapped-ground', 256 * 16);
  const lights = kernels.f32(block);
  for (let value = 0; value < 256; value++) {
    for (let c = 0; c < 3; c++) {
      const at = 3 * value + c;
      lights[4 * value + c] = first ? stock[c]! * first.through[at]! + first.adds[at]! : stock[c]!;
    }
    lights[4 * value + 3] = 1;
  }
  return block;
}

/**
 * Gathers the light of plain inks on a stock with maps alone under and over them, each row in one go; null where the
 * surface holds more than maps.
 */
export function createMappedRows(
  kernels: Kernels,
  sheet: Sheet,
  passes: readonly Printed[],
  { under, over }: Surface,
): ((area: Area, plates: readonly Bitmap[]) => AddRow) | null {
  const layers = [...under, ...over];
  if (!layers.every(isMap)) return null;
  const [ground, ...more] = under.length > 0 ? layers : [null, ...layers];
  const grounds = loadGround(kernels, stockLight(sheet.stock), ground?.light ?? null);
  const { through, adds } = inkOverprints(
    sheet.stock,
    passes.map(({ ink }) => ink),
  );
  const overprints = loadLightTable(kernels, 'mapped-overprints', through, adds);
  const tables = more.map((layer, k) =>
    loadLightTable(kernels, `mapped-light-${k}`, layer!.light.through, layer!.light.adds),
  );
  const below = Math.max(0, under.length - 1);

  /** Rows of the values of a map: where they begin, and bytes from row to row. */
  function loadMap(layer: MapLayer | null | undefined, k: number, area: Area) {
    const { width } = area;
    const read = layer ? layer.map.read(area) : 0;
    const even = typeof read === 'number';
    const block = kernels.scratch(`mapped-values-${k}`, (even ? width : width * rowsOf(area)) + 16);
    if (even) kernels.u8(block).fill(read, 0, width);
    else kernels.u8(block).set(read);
    return { ptr: block.ptr, stride: even ? 0 : width };
  }

  return (area, plates) => {
    const { pointers, point } = loadPlates(kernels, plates, 'mapped-plate');
    const own = loadMap(ground, 0, area);
    const maps = more.map((layer, k) => loadMap(layer, k + 1, area));
    const rows = kernels.scratch('mapped-rows', 8 * maps.length + 8);
    return (row, weight, sums) => {
      point(row);
      const at = kernels.u32(rows);
      maps.forEach(({ ptr, stride }, k) => {
        at[2 * k] = ptr + row * stride;
        at[2 * k + 1] = tables[k]!;
      });
      kernels.run.addMapped(
        pointers.ptr,
        plates.length,
        overprints,
        own.ptr + row * own.stride,
        grounds.ptr,
        rows.ptr,
        below,
        over.length,
        area.width,
        weight,
        sums,
      );
    };
  };
}
