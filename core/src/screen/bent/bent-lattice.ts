import type { BentLattice } from '../../bend/bends.ts';
import { leftAlone } from '../../bend/place-curves.ts';
import { eachSquare } from '../../bend/places-over.ts';
import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import { byteCache, remember } from '../../memory/cache.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import type { CellMap, CompiledScreen, Plater } from '../compiled.ts';
import { COMPARED, compareScratch } from '../field/field-screener.ts';
import type { HeightMap } from '../periodic/compile-tile.ts';
import { type LatticePositions, latticePositions } from '../periodic/positions.ts';
import { actualBasis, type Basis, type Supercell } from '../periodic/supercell.ts';
import { tooManyCells, unbentBox } from './bent-nodes.ts';
import { type CellTable, cellTable, tableBits } from './cell-table.ts';
import { type FarPlaces, farPlaces, farUnmoved } from './far-places.ts';
import { FAR_APART, farRows } from './far-rows.ts';
import { kernelNodes } from './kernel-nodes.ts';
import { cellStates, keptShape, SEVERAL, type SingleDot, type StatesReader, stretchOf } from './own-shapes.ts';
import { type Tables, tableSlots } from './table-slots.ts';

/** A lattice as it is bent: the cell that repeats in it, and where it lies. */
export interface LatticeAsked {
  readonly cell: Supercell;
  readonly height: HeightMap;
  readonly relevel: boolean;
  /** Quick and coarser, for a first look. */
  readonly draft: boolean;
  /** The one dot of a cell by itself, where dots can keep their shape under a bend. */
  readonly single?: SingleDot;
  /** Softens heights as the screen does. */
  soften?(height: HeightMap): HeightMap;
}

/** Entries of a table to a pixel, for plates and for a first look. */
const FINE = 8;
const DRAFT_FINE = 2;
/** The same where each stretch has a table of its own. */
const STATE_FINE = 4;

/** Bytes of tables that one lattice keeps. */
const TABLE_BYTES = 64e6;

function makeTables(
  { cell, height, relevel, draft, single, soften = (h) => h }: LatticeAsked,
  stretched: boolean,
): Tables {
  const basis = actualBasis(cell);
  const fine = draft ? DRAFT_FINE : stretched ? STATE_FINE : FINE;
  const kept = byteCache<CellTable>(TABLE_BYTES, ({ data }) => data.byteLength + 64);
  return {
    bits: tableBits(basis, fine),
    of: (state) =>
      remember(kept, String(state), () => {
        const own = state === 0 || !single ? height : soften(keptShape(single, basis, stretchOf(state)));
        return cellTable(basis, own, { relevel, fine });
      }).data,
  };
}

/** Tables of lattices, whatever bends them: those of one bend serve the next one while a hand drags it. */
const kept = new WeakMap<LatticeAsked, Map<boolean, Tables>>();

function tablesOf(asked: LatticeAsked, stretched: boolean): Tables {
  const own = kept.get(asked) ?? new Map<boolean, Tables>();
  kept.set(asked, own);
  const tables = own.get(stretched) ?? makeTables(asked, stretched);
  own.set(stretched, tables);
  return tables;
}

/** Pixels of one cell. */
const pixelsOf = ({ ax, ay, bx, by }: Basis): number => Math.abs(ax * by - ay * bx);

const STATE_ROOM = 512 * 512;
const ROOM = 1024;

/** Kernel memory of one reader alone: what is in it stays while others read. */
function growingBlock(kernels: Kernels) {
  let block: Scratch | null = null;
  const release = (): void => {
    if (block) kernels.release(block);
    block = null;
  };
  return {
    of(bytes: number): Scratch {
      if (block && block.bytes >= bytes) return block;
      release();
      block = kernels.alloc(bytes);
      return block;
    },
    release,
  };
}

interface ReaderAsked {
  readonly asked: LatticeAsked;
  readonly bent: BentLattice;
  readonly places: FarPlaces;
  readonly tables: Tables;
  readonly states: StatesReader | null;
  readonly spread: number;
}

/** Reads thresholds of a bent lattice over areas. */
function thresholdReader(kernels: Kernels, { asked, bent, places, tables, states, spread }: ReaderAsked) {
  const slots = tableSlots(kernels, tables);
  const { ubits, vbits } = tables.bits;
  const tableBytes = 2 << (ubits + vbits);
  const positions = latticePositions(asked.cell);
  const nodes = kernelNodes(kernels, bent.grid, positions);
  const far = asked.draft
    ? farRows(kernels, { bent, places, positions, slots, stretched: states !== null, ubits, vbits, spread })
    : null;
  const own = new Uint8Array(STATE_ROOM);

  /** Leaves the thresholds in kernel memory until the next ones are read. */
  function read(area: Area): Scratch {
    if (far && area.step >= FAR_APART) return far(area);
    const rows = rowsOf(area);
    const out = kernels.scratch('bent-out', area.width * rows * 2 + COMPARED);
    const room = kernels.scratch('bent-room', ROOM);
    const seen = kernels.scratch('bent-states', STATE_ROOM);
    eachSquare(area, ({ tx, ty, x, y, width, rows: count, at }) => {
      const { us, vs, shift, box } = nodes(tx, ty);
      const slot = states && !tooManyCells(box) ? states(box, slots.slotOf, own) : 0;
      if (slot === SEVERAL) kernels.u8(seen).set(own.subarray(0, box.columns * box.rows));
      kernels.run.bentThresholds(
        us.ptr,
        vs.ptr,
        shift,
        x,
        y,
        width,
        count,
        area.step,
        slots.ptr() + Math.max(0, slot) * tableBytes,
        ubits,
        vbits,
        slot === SEVERAL ? seen.ptr : 0,
        box.c0,
        box.r0,
        box.columns,
        spread,
        room.ptr,
        out.ptr + at * 2,
        area.width * 2,
      );
    });
    return out;
  }
  return { read, release: slots.release };
}

/** Says of squares whether bends leave them as they were, with the dots of the lattice itself. */
function unmovedSquares(bent: BentLattice, positions: LatticePositions, states: StatesReader | null) {
  const boxOf = unbentBox(positions);
  const room = new Uint8Array(STATE_ROOM);
  return (tx: number, ty: number): boolean => {
    const curves = bent.grid.curves(tx, ty);
    if (!curves || !leftAlone(curves, tx, ty)) return false;
    if (!states) return true;
    const box = boxOf(tx, ty);
    // Where coordinates wrap a box has no columns or no rows.
    if (box.columns <= 0 || box.rows <= 0) return false;
    return !tooManyCells(box) && states(box, (state) => state, room) === 0;
  };
}

/** A periodic screen bent: its cell is read wherever the bends say that a pixel was. */
export function bentLattice(asked: LatticeAsked, bent: BentLattice, cells: CellMap | null): CompiledScreen {
  const { cell, single, relevel } = asked;
  const basis = actualBasis(cell);
  const states = single ? cellStates(bent, basis) : null;
  const tables = tablesOf(asked, states !== null);
  const { ubits, vbits } = tables.bits;
  // Cells that lie alike on the pixels have only so many levels: they are set apart by one of them.
  const spread = relevel ? Math.min(8192, Math.floor(65535 / Math.max(1, pixelsOf(basis)))) : 0;
  const places = farPlaces(bent.back, bent.detail);
  const unmovedSquare = unmovedSquares(bent, latticePositions(cell), states);
  return {
    cells,
    tile: null,
    thresholds: null,
    bytes: 2 << (ubits + vbits),
    unmoved(area) {
      const name = states ? 'dots of their own' : 'dots of the lattice';
      if (asked.draft && area.step >= FAR_APART) {
        const known = !states || bent.keeping === bent.back;
        return known && farUnmoved(places(area)) ? name : null;
      }
      let all = true;
      eachSquare(area, ({ tx, ty }) => {
        all &&= unmovedSquare(tx, ty);
      });
      return all ? name : null;
    },
    plater({ kernels, tones }): Plater {
      const reader = thresholdReader(kernels, { asked, bent, places, tables, states, spread });
      const own = growingBlock(kernels);
      const readTones = (area: Area): Scratch => {
        const block = own.of(area.width * rowsOf(area) * 2 + COMPARED);
        if (tones.to) tones.to(area, block.ptr);
        else kernels.u16(block).set(tones(area));
        return block;
      };
      return {
        plate(area) {
          const above = readTones(area);
          return compareScratch(kernels, reader.read(area), area, above);
        },
        release() {
          reader.release();
          own.release();
        },
      };
    },
  };
}
