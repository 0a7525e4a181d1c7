import { execFileSync } from 'node:child_process';
import { createFeedReader, decodeSrgb, feedWeights, memorySource } from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const [W, H] = [300, 200];
const next = random(21);

/** A scene with the make-up of a photograph: soft shapes, hard edges, and detail on every scale. */
const SCENE = (() => {
  const octaves = Array.from({ length: 6 }, (_, k) => ({
    scale: 2 ** (6 - k),
    field: Float64Array.from({ length: 64 * 64 }, () => next() - 0.5),
  }));
  return Uint8Array.from({ length: W * H }, (_, k) => {
    const [x, y] = [k % W, Math.floor(k / W)];
    let v = 120 + 60 * Math.sin(x / 90 + y / 70);
    for (const { scale, field } of octaves) {
      const [u, w] = [x / scale, y / scale];
      const [i, j] = [Math.floor(u), Math.floor(w)];
      const at = (a: number, b: number) => field[((j + b) & 63) * 64 + ((i + a) & 63)]!;
      const [s, t] = [u - i, w - j];
      v +=
        scale *
        0.8 *
        (at(0, 0) * (1 - s) * (1 - t) + at(1, 0) * s * (1 - t) + at(0, 1) * (1 - s) * t + at(1, 1) * s * t);
    }
    if (Math.hypot(x - 210, y - 90) < 40) v = 235;
    return Math.max(0, Math.min(255, Math.round(v)));
  });
})();

/** The referee works on linear light as floating point numbers; box when reducing, bicubic (a = −½) when enlarging. */
function theirs(bytes: Uint8Array, width: number, height: number, across: number, down: number): Float32Array {
  const light = Float32Array.from(bytes, (v) => decodeSrgb(v / 255));
  const script = `
import sys
from PIL import Image
im = Image.frombytes('F', (${width}, ${height}), sys.stdin.buffer.read())
how = Image.Resampling.${across < width ? 'BOX' : 'BICUBIC'}
sys.stdout.buffer.write(im.resize((${across}, ${down}), how).tobytes())`;
  const out = execFileSync('/usr/bin/python3', ['-c', script], { input: Buffer.from(light.buffer), maxBuffer: 1e8 });
  return new Float32Array(new Uint8Array(out).buffer);
}

function ours(bytes: Uint8Array, width: number, height: number, across: number, down: number): Float32Array {
  const read = createFeedReader(
    kernels,
    memorySource(width, height, 1, bytes),
    { scale: across / width, left: 0, top: 0 },
    feedWeights('lightness'),
  );
  const { depth, data } = read({ x: 0, y: 0, width: across, height: down, step: 1 });
  expect(depth).toBe(16);
  return Float32Array.from(data, (v) => v / 65535);
}

const errors = (a: Float32Array, b: Float32Array) =>
  Array.from(a, (v, k) => Math.abs(v - Math.min(1, Math.max(0, b[k]!))));

test.each([
  [150, 100],
  [100, 67],
  [60, 40],
  [450, 300],
  [900, 600],
])('a photograph of 300 × 200 at %d × %d: mean error to a general imaging library at most 1/255', (across, down) => {
  const off = errors(ours(SCENE, W, H, across, down), theirs(SCENE, W, H, across, down));
  expect(off.reduce((a, b) => a + b, 0) / off.length).toBeLessThan(1 / 255);
});

test('where both take whole squares they agree to a rounding', () => {
  const off = errors(ours(SCENE, W, H, 100, 66), theirs(SCENE.subarray(0, W * 198), W, 198, 100, 66));
  expect(Math.max(...off)).toBeLessThan(1e-3);
});

test('the light of a zone plate is kept when it is reduced, and nothing is made where it is too fine', () => {
  const side = 400;
  const zone = Uint8Array.from({ length: side * side }, (_, k) => {
    const [x, y] = [(k % side) - side / 2, Math.floor(k / side) - side / 2];
    return Math.round(127.5 + 127.5 * Math.cos((Math.PI * (x * x + y * y)) / side));
  });
  const light = zone.reduce((sum, v) => sum + decodeSrgb(v / 255), 0) / zone.length;
  for (const across of [200, 133, 100, 57]) {
    const found = ours(zone, side, side, across, across);
    expect(found.reduce((a, b) => a + b, 0) / found.length).toBeCloseTo(light, 2);
    // The corners are finer than the result can hold: what is left there is even.
    const corner = Array.from({ length: 25 }, (_, k) => found[(1 + Math.floor(k / 5)) * across + 1 + (k % 5)]!);
    if (across < 120) expect(Math.max(...corner) - Math.min(...corner)).toBeLessThan(0.25);
  }
});

test('an edge that is enlarged rings no more than the cubic itself does', () => {
  const edge = Uint8Array.from({ length: 40 * 4 }, (_, k) => (k % 40 < 20 ? 120 : 200));
  const [low, high] = [decodeSrgb(120 / 255), decodeSrgb(200 / 255)];
  const row = ours(edge, 40, 4, 400, 40).subarray(400 * 20, 400 * 21);
  // Largest overshoot of a step under Catmull–Rom weights, found by running through the phases.
  let own = 0;
  for (let k = 0; k < 1000; k++) {
    const t = k / 1000;
    // Weight of the one sample past the two in the middle: −½ t²(1 − t) at most.
    own = Math.max(own, 0.5 * t * t * (1 - t));
  }
  const over = Math.max(...row) - high;
  const under = low - Math.min(...row);
  expect(over / (high - low)).toBeLessThanOrEqual(own + 0.002);
  expect(under / (high - low)).toBeLessThanOrEqual(own + 0.002);
});
