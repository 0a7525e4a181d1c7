import fc from 'fast-check';
import { createKernels } from '../../src/index.ts';
import { cellSpans, sumCodes } from '../../src/marks/cell-spans.ts';
import { markLattice } from '../../src/marks/place.ts';
import { lengthOfSums, packCells, sumCells } from '../../src/marks/sum-cells.ts';
import { markInputs } from '../marks/inputs.ts';
import { random } from '../random.ts';

const kernels = createKernels();

/** Whether a place lies inside a polygon of corners x, y, by the crossings of a line to its right. */
function isInside(cell: readonly number[], x: number, y: number): boolean {
  let inside = false;
  for (let k = 0; k < cell.length; k += 2) {
    const m = (k + 2) % cell.length;
    const [x0, y0, x1, y1] = [cell[k]!, cell[k + 1]!, cell[m]!, cell[m + 1]!];
    if (y0 <= y !== y1 <= y && x < x0 + ((y - y0) / (y1 - y0)) * (x1 - x0)) inside = !inside;
  }
  return inside;
}

test('sums under cells, beside a plain look at every pixel', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('square', 'hexagonal', 'triangular', 'spokes', 'scattered'),
      fc.integer({ min: 0, max: 89 }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer(),
      (lattice, angle, step, planes, seed) => {
        const inputs = markInputs({ lattice } as never, { pitch: 17.3, angle, seed: Math.abs(seed) % 1000 });
        const [x, y, width, height] = [290, 190, 45, 33];
        const rows = Math.ceil(height / step);
        const next = random(seed);
        const values = Array.from({ length: planes }, () =>
          Uint16Array.from({ length: width * rows }, () => Math.floor(next() * 65536)),
        );
        const sites = markLattice(inputs.own, inputs).sitesIn({ left: 280, top: 180, right: 345, bottom: 235 });
        const read = { area: { x, y, width, height, step }, values };
        const all = sumCells(kernels, packCells(sites), read, true);
        const each = lengthOfSums(planes);
        sites.forEach((site, k) => {
          const want = new Float64Array(each);
          for (let row = 0; row < rows; row++) {
            for (let column = 0; column < width; column++) {
              const [px, py] = [x + column + 0.5, y + row * step + 0.5];
              if (!isInside(site.cell, px, py)) continue;
              const [dx, dy] = [px - site.x, py - site.y];
              const tones = values.map((own) => own[row * width + column]!);
              const sums = [1, dx, dy, dx * dx, dy * dy, dx * tones[0]!, dy * tones[0]!, ...tones];
              // The kernel keeps x, y, x², y², x·v and y·v.
              sums.forEach((v, n) => {
                want[n]! += v;
              });
            }
          }
          for (let n = 0; n < each; n++) expect(all[k * each + n]).toBeCloseTo(want[n]!, n > 0 && n < 7 ? 4 : 9);
        });
      },
    ),
    { numRuns: 60 },
  );
});

test.each([8, 16] as const)('codes of %d bits through a table sum to what their tones sum to', (depth) => {
  const next = random(depth);
  const inputs = markInputs({ lattice: 'hexagonal' }, { pitch: 13.7, angle: 21 });
  const area = { x: 100, y: 60, width: 77, height: 50, step: 2 };
  const cells = packCells(markLattice(inputs.own, inputs).sitesIn({ left: 90, top: 50, right: 190, bottom: 120 }));
  for (let turn = 0; turn < 3; turn++) {
    // Another table each time, so that one that was left behind is found out.
    const table = Uint16Array.from({ length: 65536 }, () => Math.floor(next() * 65536));
    const codes = Array.from({ length: 77 * 25 }, () => Math.floor(next() * 2 ** depth));
    const data = depth === 8 ? Uint8Array.from(codes) : Uint16Array.from(codes);
    const values = [Uint16Array.from(codes, (code) => table[code]!)];
    const light = { depth, width: 77, rows: 25, data };
    const sums = sumCodes(kernels, cellSpans(kernels, cells, area), cells.sites.length, light, table);
    expect(sums).toEqual(sumCells(kernels, cells, { area, values }, false));
    expect(sums.some((v) => v > 0)).toBe(true);
  }
});
