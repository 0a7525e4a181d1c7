import type { LinearRgb } from '../../colour/srgb.ts';
import { nearestOf } from '../../marks/colour.ts';
import { stoneWay, type LayWork } from './kind.ts';
import { placesInRows } from './rows.ts';

/** A cell of the picture. */
interface Cell {
  readonly x: number;
  readonly y: number;
  readonly row: number;
}

/** Cells whose colours are off by something pass it on, by the shares of Floyd and Steinberg (1976), to cells as far as this. */
const SHARES = [
  [1, 0, 7 / 16],
  [-1, 1, 3 / 16],
  [0, 1, 5 / 16],
  [1, 1, 1 / 16],
] as const;

/** Cells by rows, each row from left to right. */
function inRows(cells: readonly Cell[]): Cell[][] {
  const rows: Cell[][] = [];
  for (const cell of cells) {
    const row = rows[cell.row];
    if (row) row.push(cell);
    else rows[cell.row] = [cell];
  }
  return rows.filter(Boolean);
}

/**
 * The colour of each cell, nearest in OKLab, as an index into the colours; null where no stone is laid. Diffusion passes on
 * what a colour is off by, to the next cell and to the nearest of the next row.
 */
function chosen(work: LayWork, cells: readonly Cell[], half: number): Map<Cell, number | null> {
  const { colours, cloth, own } = work;
  const all = own.leaveCloth ? [...colours, cloth] : colours;
  const nearest = nearestOf(all);
  const out = new Map<Cell, number | null>();
  const errors = new Map<Cell, [number, number, number]>();
  const rows = inRows(cells);
  rows.forEach((row, j) => {
    row.forEach((cell, i) => {
      const light = work.light(cell.x, cell.y, half);
      if (!light) {
        out.set(cell, null);
        return;
      }
      const error = errors.get(cell);
      const wanted = light.map((v, c) => Math.min(1.2, Math.max(-0.2, v + (error?.[c] ?? 0)))) as unknown as LinearRgb;
      const index = nearest(wanted);
      out.set(cell, index < colours.length ? index : null);
      if (!own.diffuse) return;
      const off = wanted.map((v, c) => v - all[index]![c]!);
      const below = rows[j + 1];
      // In the next row neighbours are found by their number: rows begin and end where the art does.
      const under = below ? nearestIn(below, cell) : -1;
      for (const [right, down, share] of SHARES) {
        const other = down === 0 ? row[i + right] : below?.[under + right];
        if (!other) continue;
        const held = errors.get(other) ?? [0, 0, 0];
        errors.set(other, held.map((v, c) => v + off[c]! * share) as [number, number, number]);
      }
    });
  });
  return out;
}

/** The cell of a row that is nearest to another. */
function nearestIn(row: readonly Cell[], { x, y }: Cell): number {
  const far = (k: number) => (row[k]!.x - x) * (row[k]!.x - x) + (row[k]!.y - y) * (row[k]!.y - y);
  let [low, high] = [0, row.length - 1];
  // Along a row distances fall and then rise.
  while (low < high) {
    const middle = (low + high) >> 1;
    if (far(middle) <= far(middle + 1)) high = middle;
    else low = middle + 1;
  }
  return low;
}

export const picture = stoneWay({
  name: 'picture',
  label: 'Picture',
  about: 'Cells of one size: the nearest colour of stones to the picture, or a size for each tone.',
  uses: ['takes', 'rows', 'angle', 'diffuse', 'leaveCloth'],
  picture: () => true,
  lay(work) {
    const { own, sizes, footprints, gap } = work;
    const byArea = [...new Set(sizes)].sort((a, b) => footprints[a]!.area - footprints[b]!.area);
    const largest = byArea[byArea.length - 1]!;
    const half = footprints[largest]!.halfWidth + gap / 2;
    const cells: Cell[] = [];
    placesInRows(work, [own.takes === 'size' ? largest : sizes[0]!], (x, y, _, row) => cells.push({ x, y, row }));
    if (own.takes === 'size') {
      const solid = footprints[largest]!.area;
      for (const { x, y, row } of cells) {
        if (!work.light(x, y, half)) continue;
        const area = work.tone(x, y, half) * solid;
        const size = nearestArea(work, byArea, area);
        if (size !== null && work.fits(x, y, own.angle, size)) work.lay(x, y, own.angle, size, row);
      }
      return;
    }
    const colours = chosen(work, cells, footprints[sizes[0]!]!.halfWidth + gap / 2);
    for (const cell of cells) {
      const colour = colours.get(cell);
      if (colour == null || !work.fits(cell.x, cell.y, own.angle, sizes[0]!)) continue;
      work.lay(cell.x, cell.y, own.angle, sizes[0]!, cell.row, colour);
    }
  },
});

/** The size whose area is nearest to one; null where none at all is nearer. */
function nearestArea({ footprints }: LayWork, byArea: readonly number[], area: number): number | null {
  let [best, off]: [number | null, number] = [null, area];
  for (const size of byArea) {
    const d = Math.abs(footprints[size]!.area - area);
    if (d < off) [best, off] = [size, d];
  }
  return best;
}
