import fc from 'fast-check';
import { encodeSrgb, fillInkTable, lookUpInks, memorySource, normalsOf, SEPARATION_PARAMS } from '../../src/index.ts';
import { inkReader, placeReader } from '../../src/separate/ink-reader.ts';
import { placeOfValue, valueAtPlace } from '../../src/separate/grid-places.ts';
import { spreadReader } from '../../src/raster/spread.ts';
import { processModel } from '../separate/sets.ts';
import { nearestTable } from '../../src/separate/nearest.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const rowsOf = (data: Uint16Array) => () => ({ depth: 16 as const, width: data.length, rows: 1, data });
const area = (width: number, height = 1) => ({ x: 0, y: 0, width, height, step: 1 });

test('places on a grid rise with the value and are found again from it', () => {
  let last = -1;
  for (let k = 0; k <= 4096; k++) {
    const place = placeOfValue(k / 4096);
    expect(place).toBeGreaterThan(last);
    expect(Math.abs(valueAtPlace(place) - k / 4096)).toBeLessThan(1e-12);
    last = place;
  }
  expect([placeOfValue(0), placeOfValue(1), valueAtPlace(0), valueAtPlace(1)]).toEqual([0, 1, 0, 1]);
});

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
      placeReader(
        kernels,
        { red: rowsOf(r), green: rowsOf(g), blue: rowsOf(b), clear: null, together: null },
        table.size,
      ),
      { table, ink, part: 'ink' as const },
      null,
    );
    const { data } = read(area(count));
    const worst = Array.from(data, (code, k) => {
      const encoded = [r, g, b].map((plane) => encodeSrgb(plane[k]! / 65535)) as [number, number, number];
      return Math.abs(1 - code / 65535 - lookUpInks(table, ...encoded)[ink]!);
    }).reduce((a, v) => Math.max(a, v), 0);
    expect(worst).toBeLessThan(0.002);
  }
});

describe('inks of one table are found together', () => {
  /** Six inks, each a different mixture of the channels. */
  const table = fillInkTable(9, 6, (light, out) => {
    for (let k = 0; k < 6; k++) out[k] = 0.8 * light[k % 3]! + (k < 3 ? 0 : 0.2 * (1 - light[(k + 1) % 3]!));
    return 0;
  });
  const next = random(77);
  const light = () => Uint16Array.from({ length: 500 }, () => Math.floor(65536 * next()));
  const planes = [light(), light(), light()] as const;
  const placesOf = ([r, g, b]: readonly Uint16Array[], read: string[] = []) => {
    const places = placeReader(
      kernels,
      { red: rowsOf(r!), green: rowsOf(g!), blue: rowsOf(b!), clear: null, together: null },
      table.size,
    );
    return (a: ReturnType<typeof area>) => {
      read.push(`${a.width}`);
      return places(a);
    };
  };
  const one = (ink: number, picture: object, places: ReturnType<typeof placesOf>) =>
    inkReader(kernels, places, { table, ink, part: 'ink' as const }, { picture, key: 'k' })(area(500)).data;

  test('each is what the table gives, in whatever order they are asked for', () => {
    const picture = {};
    for (const ink of [5, 0, 3, 4, 1, 2]) {
      const data = one(ink, picture, placesOf(planes));
      for (let k = 0; k < 500; k += 7) {
        const encoded = planes.map((plane) => encodeSrgb(plane[k]! / 65535)) as [number, number, number];
        expect(Math.abs(1 - data[k]! / 65535 - lookUpInks(table, ...encoded)[ink]!)).toBeLessThan(0.004);
      }
    }
  });
  test('colours are read once for each four inks of a picture, and anew for another picture', () => {
    const read: string[] = [];
    const places = placesOf(planes, read);
    const [picture, other] = [{}, {}];
    for (const ink of [0, 1, 2, 3]) one(ink, picture, places);
    expect(read).toHaveLength(1);
    for (const ink of [4, 5]) one(ink, picture, places);
    expect(read).toHaveLength(2);
    // The same key of another picture: nothing of the first may be taken for it.
    const turned = one(0, other, placesOf([planes[1], planes[2], planes[0]], read));
    expect(read).toHaveLength(3);
    expect([...turned]).not.toEqual([...one(0, picture, places)]);
  });
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
      { red: rowsOf(grey), green: rowsOf(grey), blue: rowsOf(grey), clear: rowsOf(clear), together: null },
      table.size,
    ),
    { table, ink: 0, part: 'ink' as const },
    null,
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
