import { byteCache, remember } from '../memory/cache.ts';
import { BLOCK_HEIGHT, BLOCK_WIDTH, STRIP_HEIGHT } from './block-cells.ts';
import type { CellSums } from './cell-sums.ts';
import { emptyLaid } from './laid.ts';
import type { Laying } from './laying.ts';
import type { Site } from './lattices/kind.ts';
import type { Box, Outline } from './outline.ts';
import { drawnOutline, type UnitOutline } from './shape-of.ts';
import type { Sums } from './sum-cells.ts';

/** Where marks of one outline are laid: matrices a b c d e f, one after the other. */
export interface LaidOutline {
  readonly outline: Outline;
  readonly unit: UnitOutline;
  readonly matrices: readonly Float64Array[];
}

/** The marks of one outline whose sites lie in a block or a strip. */
interface Group {
  readonly outline: Outline;
  readonly unit: UnitOutline;
  readonly matrices: Float64Array;
}

/** Bytes of groups that are kept: those of three hundred thousand marks. */
const MOST_BYTES = 16e6;
const GROUP_BYTES = 64;

/** Where marks are laid, as numbers alone: plates of ink need no more, and an object for each mark takes longer. */
export interface LaidBlocks {
  /** Marks whose outlines may touch a box, and others near it, in no order. */
  near(box: Box): LaidOutline[];
  forget(): void;
}

/**
 * Lays marks strip by strip, or for a first look (`rough`) block by block from a few rows of each cell. No more are laid
 * beside a box than may reach into it, nearly: each needs the sums of its cell.
 */
export function laidBlocks(sums: CellSums, laying: Laying, rough: boolean): LaidBlocks {
  const height = rough ? BLOCK_HEIGHT : STRIP_HEIGHT;
  const blocks = byteCache<readonly Group[]>(MOST_BYTES, (groups) =>
    groups.reduce((sum, { matrices }) => sum + GROUP_BYTES + matrices.byteLength, GROUP_BYTES),
  );
  const laid = emptyLaid();

  function layAt(bx: number, row: number): readonly Group[] {
    const groups = new Map<Outline, { readonly unit: UnitOutline; readonly matrices: number[] }>();
    // Most marks take the outline of the one before them.
    let last: Outline | null = null;
    let matrices: number[] = [];
    const visit = (site: Site, own: Sums) => {
      if (!laying.lay(site, own, laid)) return;
      const unit = laid.unit!;
      const outline = rough ? unit.outline : drawnOutline(unit, laid.width);
      if (outline !== last) {
        matrices = groups.get(outline)?.matrices ?? [];
        groups.set(outline, { unit, matrices });
        last = outline;
      }
      for (let n = 0; n < 6; n++) matrices.push(laid.matrix[n]!);
    };
    if (rough) sums.roughlyInBlock(bx, row, visit);
    else sums.inStrip(bx, row, visit);
    return [...groups].map(([outline, { unit, matrices }]) => ({
      outline,
      unit,
      matrices: new Float64Array(matrices),
    }));
  }

  return {
    near({ left, top, right, bottom }) {
      const { reach } = laying;
      const all = new Map<Outline, LaidOutline & { readonly matrices: Float64Array[] }>();
      for (let row = Math.floor((top - reach) / height); row * height < bottom + reach; row++) {
        for (let bx = Math.floor((left - reach) / BLOCK_WIDTH); bx * BLOCK_WIDTH < right + reach; bx++) {
          for (const { outline, unit, matrices } of remember(blocks, `${bx} ${row}`, () => layAt(bx, row))) {
            const same = all.get(outline);
            if (same) same.matrices.push(matrices);
            else all.set(outline, { outline, unit, matrices: [matrices] });
          }
        }
      }
      return [...all.values()];
    },
    forget: () => blocks.clear(),
  };
}
