import fc from 'fast-check';
import { commonSpot, keptFlooder, memorySource, runArea } from '../../src/index.ts';
import { bitPlanes } from '../../src/stencil/flood/bit-planes.ts';
import { createFlooder, type FloodHow } from '../../src/stencil/flood/flood.ts';
import { dropPieces, holdPieces } from '../../src/stencil/flood/held-pieces.ts';
import { piecesOf } from '../../src/stencil/pieces.ts';
import { runCover } from '../../src/stencil/run-mask.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const PLAIN: FloodHow = { tolerance: 0.1, joined: true, gap: 0, reach: 0 };

interface Page {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8Array;
}

const page = (width: number, height: number, ink: (x: number, y: number) => boolean): Page => ({
  width,
  height,
  pixels: Uint8Array.from({ length: width * height }, (_, k) => (ink(k % width, Math.floor(k / width)) ? 0 : 255)),
});

function flooded(
  { width, height, pixels }: Page,
  seeds: readonly (readonly [number, number])[],
  how: Partial<FloodHow>,
  channels: 1 | 4 = 1,
) {
  const flooder = createFlooder(kernels, memorySource(width, height, channels, pixels), { ...PLAIN, ...how });
  for (const [x, y] of seeds) flooder.add(x, y);
  const cover = runCover(flooder.mask())({ x: 0, y: 0, width, height, step: 1 });
  flooder.release();
  return typeof cover === 'number' ? new Uint8Array(width * height).fill(cover) : cover;
}

/** A flood by the textbook: neighbours over sides, pixel by pixel, with a queue. */
function reference(
  { width, height, pixels }: Page,
  x: number,
  y: number,
  tolerance: number,
  channels: number,
): Uint8Array {
  const at = (k: number) => Array.from({ length: channels }, (_, c) => pixels[k * channels + c]!);
  const seed = at(y * width + x);
  const like = (k: number) => at(k).every((v, c) => Math.abs(v - seed[c]!) <= Math.round(tolerance * 255));
  const out = new Uint8Array(width * height);
  const queue = [y * width + x];
  out[queue[0]!] = 255;
  while (queue.length > 0) {
    const k = queue.shift()!;
    const [px, py] = [k % width, Math.floor(k / width)];
    const next = [px > 0 && k - 1, px < width - 1 && k + 1, py > 0 && k - width, py < height - 1 && k + width];
    for (const n of next) {
      if (n === false || out[n] === 255 || !like(n)) continue;
      out[n] = 255;
      queue.push(n);
    }
  }
  return out;
}

describe('a flood without closing of gaps', () => {
  test.each([1, 4] as const)('equals a plain flood, pixel by pixel, in rasters of %i channels', (channels) => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e9 }),
        fc.integer({ min: 1, max: 150 }),
        fc.integer({ min: 1, max: 40 }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.constantFrom(2, 3, 9),
        (seed, width, height, tolerance, coarse) => {
          const next = random(seed);
          // Lumps of a few values, so that areas of every shape hang together.
          const lumps = Array.from({ length: 4000 }, () => Math.floor(next() * 3) * 100);
          const pixels = Uint8Array.from({ length: width * height * channels }, (_, k) => {
            const p = Math.floor(k / channels);
            const lump = Math.floor((p % width) / coarse) * 37 + Math.floor(p / width / coarse) * 11;
            return (lumps[(lump + (k % channels) * 901) % 4000]! + Math.floor(next() * 40)) & 255;
          });
          const made = { width, height, pixels };
          const [x, y] = [Math.floor(next() * width), Math.floor(next() * height)];
          expect(flooded(made, [[x, y]], { tolerance }, channels)).toEqual(reference(made, x, y, tolerance, channels));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('everywhere takes what is like the pixel wherever it is', () => {
    const bars = page(70, 20, (x) => x % 10 === 0);
    const all = flooded(bars, [[5, 5]], { joined: false });
    expect(all).toEqual(bars.pixels);
    expect(flooded(bars, [[5, 5]], {}).filter((v) => v === 255).length).toBe(9 * 20);
  });
});

/** An outline round a room, with a gap: what kind of line, and how it runs. */
interface Room {
  readonly name: string;
  /** Signed distance of a pixel's middle to the middle of the line, below 0 inside. */
  distance(x: number, y: number): number;
  /** Whether a pixel lies in the gap of so many pixels. */
  inGap(x: number, y: number, gap: number): boolean;
}

const SIDE = 160;
const MIDDLE = SIDE / 2;
const ROOMS: readonly Room[] = [
  {
    name: 'a square room, gap in an upright side',
    distance: (x, y) => Math.max(Math.abs(x - MIDDLE), Math.abs(y - MIDDLE)) - 50,
    inGap: (x, y, gap) => x > MIDDLE && Math.abs(y - MIDDLE) < gap / 2,
  },
  {
    name: 'a square room, gap beside a corner',
    distance: (x, y) => Math.max(Math.abs(x - MIDDLE), Math.abs(y - MIDDLE)) - 50,
    inGap: (x, y, gap) => y > MIDDLE && x - (MIDDLE + 47) > -gap && x - (MIDDLE + 47) < 0,
  },
  {
    name: 'a room on its corner, gap in a slanting side',
    distance: (x, y) => (Math.abs(x - MIDDLE) + Math.abs(y - MIDDLE)) / Math.SQRT2 - 45,
    inGap: (x, y, gap) => x > MIDDLE && y > MIDDLE && Math.abs(x - y) / Math.SQRT2 < gap / 2,
  },
  {
    name: 'a round room',
    distance: (x, y) => Math.hypot(x - MIDDLE, y - MIDDLE) - 55,
    inGap: (x, y, gap) => x < MIDDLE && Math.abs(y - MIDDLE + 20) < gap / 2,
  },
];

const roomPage = ({ distance, inGap }: Room, line: number, gap: number) =>
  page(SIDE, SIDE, (x, y) => Math.abs(distance(x + 0.5, y + 0.5)) <= line / 2 && !inGap(x + 0.5, y + 0.5, gap));

const GAPS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12];

describe.each(ROOMS)('leaks: $name', (room) => {
  /** Share of the room that is flooded, and how far outside its line the flood is found. */
  function found(line: number, gap: number, closed: number) {
    const out = flooded(roomPage(room, line, gap), [[MIDDLE, MIDDLE]], { gap: closed });
    let [inside, taken, furthest] = [0, 0, 0];
    out.forEach((v, k) => {
      const d = room.distance((k % SIDE) + 0.5, Math.floor(k / SIDE) + 0.5);
      if (d < -line / 2) {
        inside++;
        if (v === 255) taken++;
      } else if (v === 255) furthest = Math.max(furthest, d - line / 2);
    });
    return { filled: taken / inside, furthest };
  }

  test.each(GAPS)('a gap of %i pixels holds, and the room is filled into its corners', (gap) => {
    for (const line of [2, 3, 6]) {
      const { filled, furthest } = found(line, gap, gap);
      expect(filled).toBeGreaterThan(0.995);
      // The flood may look out of the gap, no further than the disc that closes it reaches.
      expect(furthest).toBeLessThanOrEqual(gap / 2 + 1);
    }
  });

  test('without closing, and where the gap is much wider, it leaks', () => {
    expect(found(3, 3, 0).furthest).toBeGreaterThan(20);
    expect(found(3, 16, 5).furthest).toBeGreaterThan(20);
  });
});

describe('what a flood takes', () => {
  test('it goes on under the line by the pixels asked for, and not through it', () => {
    const wall = page(100, 40, (x) => x >= 50 && x < 60);
    const rows = (how: Partial<FloodHow>) =>
      flooded(wall, [[20, 20]], how)
        .subarray(20 * 100, 21 * 100)
        .lastIndexOf(255) + 1;
    expect([0, 1, 4, 10, 30].map((reach) => rows({ reach }))).toEqual([50, 51, 54, 60, 60]);
  });

  test('corners sharper than any disc are filled', () => {
    const wedge = page(200, 60, (x, y) => Math.abs(y - 30) >= (200 - x) / 8);
    const out = flooded(wedge, [[20, 30]], { gap: 8 });
    expect(out.filter((v, k) => v === 0 && wedge.pixels[k] === 255).length).toBe(0);
  });

  test('a click where no disc fits takes what hangs together there', () => {
    const slit = page(120, 40, (x, y) => x >= 40 && x < 80 && Math.abs(y - 20) > 1);
    const out = flooded(slit, [[60, 20]], { gap: 8 });
    expect(out[20 * 120 + 60]).toBe(255);
    expect(out[5 * 120 + 10]).toBe(0);
    expect(out[5 * 120 + 110]).toBe(0);
  });

  test('a stroke over several rooms takes them all, and each once', () => {
    const rooms = page(100, 40, (x) => x % 20 === 0);
    const { width, height, pixels } = rooms;
    const flooder = createFlooder(kernels, memorySource(width, height, 1, pixels), PLAIN);
    const added = Array.from({ length: 60 }, (_, k) => flooder.add(5 + k, 20));
    const cover = runCover(flooder.mask())({ x: 0, y: 0, width, height, step: 1 });
    expect(added.filter(Boolean).length).toBe(4 + 3);
    expect((cover as Uint8Array)[20 * 100 + 30]).toBe(255);
    expect((cover as Uint8Array)[20 * 100 + 90]).toBe(0);
    flooder.release();
  });
});

test('the kernel joins runs into the same pieces as the plain algorithm', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 150 }), fc.integer({ min: 1, max: 60 }), fc.nat(), (width, height, seed) => {
      const next = random(seed);
      const { pixels } = page(width, height, () => next() < 0.55);
      const planes = bitPlanes(kernels, { width, height });
      const plane = planes.like(
        memorySource(width, height, 1, Uint8Array.of(0, ...pixels.subarray(1))),
        0,
        0,
        9,
        planes.make(),
      );
      const pieces = holdPieces(planes, plane);
      const parents = kernels.u32(pieces.parents).slice(0, pieces.count);
      const same = pieces.count > 0 && parents.join() === piecesOf(planes.runs(plane), false).pieceOf.join();
      dropPieces(planes, pieces);
      planes.release(plane);
      return same;
    }),
    { numRuns: 60 },
  );
});

test('the spot that is looked up first has the most frequent colour', () => {
  const { width, height, pixels } = page(300, 200, (x, y) => x % 10 < 3 || y < 20);
  const [u, v] = commonSpot(memorySource(width, height, 1, pixels));
  expect(pixels[Math.floor(v * height) * width + Math.floor(u * width)]).toBe(255);
});

test('a flooder that is kept reads from the newest source, not from one that was closed', () => {
  const { width, height, pixels } = page(60, 40, (x) => x >= 30);
  const open = memorySource(width, height, 1, pixels);
  let closed = false;
  const file = {
    ...open,
    read(y: number, count: number) {
      if (closed) throw new Error('The file is closed.');
      return open.read(y, count);
    },
  };
  const left = keptFlooder(kernels, 'page', file, PLAIN).flood([0.2, 0.5]);
  expect(runArea(left)).toBe(30 * 40);
  closed = true;
  const both = keptFlooder(kernels, 'page', { ...open }, PLAIN).flood([0.2, 0.5, 0.8, 0.5]);
  expect(runArea(both)).toBe(60 * 40);
});
