import fc from 'fast-check';
import { encodeSrgb, fillInkTable, lookUpInks, memorySource, normalsOf, SEPARATION_PARAMS } from '../../src/index.ts';
import { inkReader, placeReader } from '../../src/separate/ink-reader.ts';
import { spreadReader } from '../../src/tone/spread.ts';
import { processModel } from '../separate/sets.ts';
import { nearestTable } from '../../src/separate/nearest.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const rowsOf = (data: Uint16Array) => () => ({ depth: 16 as const, width: data.length, rows: 1, data });
const area = (width: number, height = 1) => ({ x: 0, y: 0, width, height, step: 1 });

test('one ink by the kernel is what the table gives for the colour', () => {
  const table = nearestTable(processModel(), normalsOf(SEPARATION_PARAMS), 17);
  const next = random(31);
  const count = 3001;
  const light = () => Uint16Array.from({ length: count }, () => Math.floor(65536 * next()));
  const [r, g, b] = [light(), light(), light()];
  // The corners of the grid and its diagonal, where the order of channels is undecided.
  for (const plane of [r, g, b]) plane.set([0, 65535, 65535, 30000], 0);
  for (let ink = 0; ink < 4; ink++) {
    const read = inkReader(
      kernels,
      placeReader(kernels, { red: rowsOf(r), green: rowsOf(g), blue: rowsOf(b), clear: null }, table.size),
      { table, ink, hard: false },
    );
    const { data } = read(area(count));
    const worst = Array.from(data, (code, k) => {
      const encoded = [r, g, b].map((plane) => encodeSrgb(plane[k]! / 65535)) as [number, number, number];
      return Math.abs(1 - code / 65535 - lookUpInks(table, ...encoded)[ink]!);
    }).reduce((a, v) => Math.max(a, v), 0);
    expect(worst).toBeLessThan(0.002);
  }
});

test('clear pixels ask for no ink, half clear ones for half of it', () => {
  const table = fillInkTable(5, 1, (_light, out) => {
    out[0] = 1;
    return 0;
  });
  const grey = Uint16Array.of(65535, 65535 - 20000, 10000);
  const clear = Uint16Array.of(65535, 32768, 0);
  const read = inkReader(
    kernels,
    placeReader(
      kernels,
      { red: rowsOf(grey), green: rowsOf(grey), blue: rowsOf(grey), clear: rowsOf(clear) },
      table.size,
    ),
    { table, ink: 0, hard: false },
  );
  const { data } = read(area(3));
  expect(data[0]).toBe(65535);
  expect(data[1]! / 65535).toBeCloseTo(0.5, 3);
  expect(data[2]).toBe(0);
});

test('spreading and choking by a disc: the kernel and plain search agree on every value', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 30 }),
      fc.double({ min: -6, max: 6, noNaN: true }),
      fc.integer({ min: 1, max: 3 }),
      fc.nat(5000),
      (width, height, radius, step, place) => {
        const next = random(place);
        const values = Uint16Array.from({ length: width * height }, () => (next() < 0.7 ? 65535 : 65536 * next()));
        const source = memorySource(width, height, 1, new Uint8Array());
        expect(source.width).toBe(width);
        const read = spreadReader(
          kernels,
          (a) => {
            const data = new Uint16Array(a.width * a.height);
            for (let y = 0; y < a.height; y++) {
              for (let x = 0; x < a.width; x++) data[y * a.width + x] = values[(a.y + y) * width + a.x + x]!;
            }
            return { depth: 16, width: a.width, rows: a.height, data };
          },
          { width, height },
          radius,
        );
        const x0 = place % width;
        const y0 = (place * 3) % height;
        const part = { x: x0, y: y0, width: width - x0, height: height - y0, step: Math.abs(radius) < 1 ? 1 : step };
        const { data } = read(part);
        const reach = Math.floor(Math.abs(radius));
        const pick = radius < 0 ? Math.max : Math.min;
        return data.every((code, k) => {
          const x = x0 + (k % part.width);
          const y = y0 + Math.floor(k / part.width) * part.step;
          let best = values[y * width + x]!;
          for (let dy = -reach; dy <= reach; dy++) {
            for (let dx = -reach; dx <= reach; dx++) {
              const [u, v] = [x + dx, y + dy];
              if (dx * dx + dy * dy > radius * radius || u < 0 || v < 0 || u >= width || v >= height) continue;
              best = pick(best, values[v * width + u]!);
            }
          }
          return code === best;
        });
      },
    ),
    { numRuns: 80 },
  );
});
