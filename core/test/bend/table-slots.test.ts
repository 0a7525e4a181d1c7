import { createKernels } from '../../src/index.ts';
import { type Tables, tableSlots } from '../../src/screen/bent/table-slots.ts';

const BITS = { ubits: 3, vbits: 2 };
const SIZE = 32;

/** Tables whose entries all are their state, and how many of them were asked for. */
function numbered(bits = BITS): { tables: Tables; asked: number[] } {
  const asked: number[] = [];
  const size = 1 << (bits.ubits + bits.vbits);
  const of = (state: number) => {
    asked.push(state);
    return new Uint16Array(size).fill(state);
  };
  return { tables: { bits, of }, asked };
}

const kernels = createKernels();

/** The first and the last entry of a slot. */
function entries(ptr: number, slot: number, size = SIZE): number[] {
  const all = kernels.u16({ ptr, bytes: (slot + 1) * size * 2 });
  return [all[slot * size]!, all[(slot + 1) * size - 1]!];
}

test('readers of one lattice share its slots until the last of them is released', () => {
  const { tables, asked } = numbered();
  const first = tableSlots(kernels, tables);
  for (const state of [0, 7, 30, 7, 8, 9]) {
    const slot = first.slotOf(state);
    expect(entries(first.ptr(), slot)).toEqual([state, state]);
  }
  const second = tableSlots(kernels, tables);
  first.release();
  first.release();
  expect(second.slotOf(30)).toBe(2);
  expect(entries(second.ptr(), second.slotOf(30))).toEqual([30, 30]);
  expect(asked).toEqual([0, 7, 30, 8, 9]);
  second.release();
  const third = tableSlots(kernels, tables);
  expect(third.slotOf(30)).toBe(1);
  expect(asked).toEqual([0, 7, 30, 8, 9, 0, 30]);
  third.release();
});

test('slots that have grown too large are not shared with the next reader', () => {
  const { tables, asked } = numbered({ ubits: 10, vbits: 10 });
  const first = tableSlots(kernels, tables);
  for (let state = 0; state < 9; state++) first.slotOf(state);
  const second = tableSlots(kernels, tables);
  expect(second.slotOf(5)).toBe(1);
  expect(asked.filter((state) => state === 5)).toHaveLength(2);
  // The first reader goes on with its own, and its end leaves those of the second.
  expect(entries(first.ptr(), first.slotOf(8), 1 << 20)).toEqual([8, 8]);
  first.release();
  expect(tableSlots(kernels, tables).slotOf(5)).toBe(1);
  expect(entries(second.ptr(), 1, 1 << 20)).toEqual([5, 5]);
});

test('every kernel memory has slots of its own', () => {
  const { tables, asked } = numbered();
  tableSlots(kernels, tables).slotOf(3);
  tableSlots(createKernels(), tables).slotOf(3);
  expect(asked).toEqual([0, 3, 0, 3]);
});
