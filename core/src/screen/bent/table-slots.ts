import type { Kernels, Scratch } from '../../kernel/kernels.ts';
import type { CellTable } from './cell-table.ts';
import { STATES } from './own-shapes.ts';

/** The tables of a lattice, one for each stretch of its cells. */
export interface Tables {
  readonly bits: Pick<CellTable, 'ubits' | 'vbits'>;
  of(state: number): Uint16Array;
}

/** The tables of a lattice in kernel memory, in slots in the order in which they are first needed. */
export interface TableSlots {
  slotOf(state: number): number;
  /** Where the slots begin: elsewhere after another one was taken. */
  ptr(): number;
  release(): void;
}

function makeSlots(kernels: Kernels, { bits, of }: Tables) {
  const size = 1 << (bits.ubits + bits.vbits);
  // Asked for cell by cell: a place in a list costs less than one in a map.
  const slots = new Int16Array(STATES).fill(-1);
  let taken = 0;
  let block: Scratch = kernels.alloc(size * 2);
  let room = 1;
  return {
    slotOf(state: number): number {
      const known = slots[state]!;
      if (known >= 0) return known;
      const slot = taken++;
      if (slot === room) {
        const grown = kernels.alloc(size * 4 * room);
        kernels.u16(grown).set(kernels.u16(block).subarray(0, size * room));
        kernels.release(block);
        block = grown;
        room *= 2;
      }
      slots[state] = slot;
      kernels.u16(block).set(of(state), slot * size);
      return slot;
    },
    ptr: () => block.ptr,
    bytes: () => block.bytes,
    release: () => kernels.release(block),
  };
}

interface Shared {
  readonly slots: ReturnType<typeof makeSlots>;
  users: number;
}

/** Bytes of slots up to which they are shared: beyond them the next reader has slots of its own, of what it needs alone. */
const MOST_SHARED = 32e6;

/** Slots that are in use, by the kernels in whose memory they lie and by their tables. */
const inUse = new WeakMap<Kernels, Map<Tables, Shared>>();

/**
 * Slots that all readers of one lattice share: while a bend is dragged there is a new reader for every place of the hand,
 * and none of them copies again what the last one has copied. They are released with their last reader. The shape of the
 * lattice itself is in slot 0.
 */
export function tableSlots(kernels: Kernels, tables: Tables): TableSlots {
  const known = inUse.get(kernels) ?? new Map<Tables, Shared>();
  inUse.set(kernels, known);
  const last = known.get(tables);
  const shared = last && last.slots.bytes() <= MOST_SHARED ? last : { slots: makeSlots(kernels, tables), users: 0 };
  known.set(tables, shared);
  shared.users++;
  const { slots } = shared;
  slots.slotOf(0);
  let released = false;
  return {
    slotOf: slots.slotOf,
    ptr: slots.ptr,
    release() {
      if (released) return;
      released = true;
      if (--shared.users > 0) return;
      if (known.get(tables) === shared) known.delete(tables);
      slots.release();
    },
  };
}
