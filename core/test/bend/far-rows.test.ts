import fc from 'fast-check';
import { type Area, type Bend, bitAt, createKernels, isBitmap, type Job, newBend, rowsOf } from '../../src/index.ts';
import { random } from '../random.ts';
import { lpi, screenOf } from '../screens.ts';
import { plateOver, tintedJob } from './plates.ts';

const SIDE = 700;
const MM = (SIDE / 300) * 25.4;
const SHEET = { width: MM, height: MM };
const at = { frequency: lpi(30), angle: 15 };
const DOTS = screenOf('dots', { shape: 'Round' }, at);
const LINES = screenOf('lines', { kind: 'straight' }, at);

function bent(kind: string, settings: Bend['settings'], what: Bend['what'] = 'lattice'): Bend {
  const made = newBend(kind, SHEET, what);
  return { ...made, settings: { ...made.settings, ...settings } };
}
const SWIRL = bent('swirl', { turn: 100 });

/** Bits of a plate's rows over an area. */
function bitsOver(job: Job, area: Area, draft: boolean): Uint8Array {
  const plate = plateOver(job, area, null, draft);
  if (!isBitmap(plate)) throw new Error('This plate is not made of bits.');
  const { width } = area;
  return Uint8Array.from({ length: width * rowsOf(area) }, (_, k) => bitAt(plate, k % width, Math.floor(k / width)));
}

const different = (a: Uint8Array, b: Uint8Array): number => a.filter((v, k) => v !== b[k]).length / a.length;

const ROWS: Area = { x: 0, y: 0, width: SIDE, height: SIDE, step: 14 };

test.each([
  ['dots that keep their shape', DOTS, bent('swirl', { turn: 30 })],
  ['dots that are bent too', DOTS, bent('swirl', { turn: 30 }, 'marks')],
  ['lines', LINES, bent('wave', { length: 120, height: 2 })],
] as const)('rows far apart have the marks of the plate in a first look: %s', (_, screen, bend) => {
  const straight = tintedJob(SIDE, screen, 0.5, []);
  const job = tintedJob(SIDE, screen, 0.5, [bend]);
  const exact = bitsOver(job, ROWS, false);
  const straightFirst = bitsOver(straight, ROWS, true);
  // A first look is compiled quickly: without any bend it differs from the plate by so much.
  const compiled = different(straightFirst, bitsOver(straight, ROWS, false));
  expect(different(bitsOver(job, ROWS, true), exact)).toBeLessThan(compiled + 0.02);
  // A look that is not bent is told apart.
  expect(different(straightFirst, exact)).toBeGreaterThan(compiled + 0.1);
});

test('rows far apart are the same however they are cut', () => {
  const job = tintedJob(SIDE, DOTS, 0.5, [SWIRL]);
  const whole = bitsOver(job, ROWS, true);
  for (const [x, width] of [
    [0, 31],
    [7, 300],
    [64, 64],
    [333, 367],
  ] as const) {
    const part = bitsOver(job, { ...ROWS, x, width }, true);
    expect(part).toEqual(part.map((_, k) => whole[Math.floor(k / width) * SIDE + x + (k % width)]!));
  }
});

test('the kernel of one row reads the tables between its nodes (twin)', () => {
  const kernels = createKernels();
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e9 }),
      fc.integer({ min: 0, max: 127 }),
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: 4, max: 7 }),
      (seed, first, count, bits) => {
        const next = random(seed);
        const nodes = Math.ceil((first + count) / 32);
        const coordinates = () => Int32Array.from({ length: nodes + 1 }, (_, k) => (next() - 0.5) * 4e5 + k * 150_000);
        const [us, vs] = [coordinates(), coordinates()];
        const slots = Uint16Array.from({ length: nodes }, () => Math.floor(next() * 3));
        const size = 1 << (2 * bits);
        const tables = Uint16Array.from({ length: 3 * size }, () => Math.floor(next() * 65535));
        const scratches = [us, vs, slots, tables].map((own, k) => kernels.scratch(`row-${k}`, own.byteLength));
        const out = kernels.scratch('row-out', count * 2 + 16);
        const [uAt, vAt, slotsAt, tablesAt] = scratches as [typeof out, typeof out, typeof out, typeof out];
        kernels.i32(uAt).set(us);
        kernels.i32(vAt).set(vs);
        kernels.u16(slotsAt).set(slots);
        kernels.u16(tablesAt).set(tables);
        kernels.run.bentRow(uAt.ptr, vAt.ptr, slotsAt.ptr, first, count, tablesAt.ptr, bits, bits, 0, out.ptr);
        const got = kernels.u16(out).slice(0, count);
        for (let n = 0; n < count; n++) {
          const [node, part] = [Math.floor((n + first) / 32), (n + first) % 32];
          const between = (all: Int32Array) => all[node]! + Math.floor(((all[node + 1]! - all[node]!) * part) / 32);
          const [u, v] = [between(us), between(vs)];
          const [column, row] = [(u & 0xffff) >> (16 - bits), (v & 0xffff) >> (16 - bits)];
          expect(got[n]).toBe(Math.min(65534, tables[slots[node]! * size + row * (1 << bits) + column]!));
        }
      },
    ),
    { numRuns: 100 },
  );
});
