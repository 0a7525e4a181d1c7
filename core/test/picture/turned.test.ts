import { createFeedReader, editedSource, feedWeights, memorySource, NO_EDIT, placePicture } from '../../src/index.ts';
import { kernels } from '../plates.ts';
import { sheetOf } from '../screens.ts';

const [W, H] = [90, 60];
const bytes = new Uint8Array(W * H * 4);
for (let y = 0; y < H; y++)
  for (let x = 0; x < W; x++)
    bytes.set([128 + 100 * Math.sin(x / 9 + y / 15), 128 + 90 * Math.cos(y / 11), 2 * x, 255], (y * W + x) * 4);
const source = memorySource(W, H, 4, bytes);
const weights = feedWeights('lightness');
const read = (at: Parameters<typeof createFeedReader>[2], from = source) =>
  createFeedReader(kernels, from, at, weights);
const whole = { x: 0, y: 0, width: 120, height: 120, step: 1 };

test('a quarter turn by angle is the quarter turn of pixels', () => {
  // The turned picture stands where the upright one is laid: same middle.
  const byAngle = read({ scale: 1, left: 15, top: 30, turn: 90 })(whole).data;
  const upright = editedSource(source, { ...NO_EDIT, turns: 1 });
  const byPixels = read({ scale: 1, left: 30, top: 15 }, upright)(whole).data;
  const off = Array.from(byAngle, (v, k) => Math.abs(v - byPixels[k]!));
  // Weights go by 1/256 of a pixel.
  expect(Math.max(...off)).toBeLessThanOrEqual(65535 / 4096);
});

test('turned there and back is the picture, as far as two samplings go', () => {
  const scale = 4;
  const once = read({ scale, left: 0, top: 0, turn: 30 })({ x: 0, y: 0, width: W * scale, height: H * scale, step: 1 });
  const straight = read({ scale, left: 0, top: 0 })({ x: 0, y: 0, width: W * scale, height: H * scale, step: 1 });
  const [c, s] = [Math.cos(Math.PI / 6), Math.sin(Math.PI / 6)];
  let sum = 0;
  let n = 0;
  for (let y = 40; y < 200; y += 7) {
    for (let x = 60; x < 300; x += 7) {
      const [dx, dy] = [x + 0.5 - 180, y + 0.5 - 120];
      // A point of the upright picture moves counter-clockwise on the screen, y downwards.
      const [tx, ty] = [Math.round(180 + dx * c + dy * s - 0.5), Math.round(120 - dx * s + dy * c - 0.5)];
      if (tx < 0 || ty < 0 || tx >= W * scale || ty >= H * scale) continue;
      sum += Math.abs(once.data[ty * W * scale + tx]! - straight.data[y * W * scale + x]!);
      n++;
    }
  }
  expect(n).toBeGreaterThan(500);
  expect(sum / n / 65535).toBeLessThan(1 / 255);
});

test.each([0.3, 0.5, 0.9, 2.7])('at scale %d areas fit each other, and a flat stays flat', (scale) => {
  const at = { scale, left: 20, top: 10, turn: 23 };
  const all = read(at)(whole).data;
  const part = read(at)({ x: 31, y: 27, width: 50, height: 60, step: 2 }).data;
  const same = Array.from(part, (v, k) => v === all[(27 + 2 * Math.floor(k / 50)) * 120 + 31 + (k % 50)]);
  expect(same.every(Boolean)).toBe(true);
  const flat = memorySource(
    W,
    H,
    4,
    new Uint8Array(W * H * 4).fill(200).map((v, k) => (k % 4 === 3 ? 255 : v)),
  );
  const codes = new Set(read(at, flat)(whole).data);
  expect(codes.size).toBeLessThanOrEqual(2);
});

test('fit keeps a turned picture on the sheet, fill leaves no bare corner', () => {
  const sheet = sheetOf(120, 100);
  const feed = { fit: 'fill', x: 0, y: 0, width: 1, turn: 37 } as const;
  const black = memorySource(
    W,
    H,
    4,
    new Uint8Array(W * H * 4).map((_, k) => (k % 4 === 3 ? 255 : 0)),
  );
  const area = { x: 0, y: 0, width: 120, height: 100, step: 1 };
  const filled = read(placePicture(sheet, feed, source), black)(area).data;
  expect(Math.max(...filled)).toBe(0);
  const fitted = read(
    placePicture(sheet, { ...feed, fit: 'fit' }, source),
    black,
  )({ ...area, x: -40, y: -40, width: 200, height: 180 }).data;
  const outside = Array.from(fitted).filter((v, k) => {
    const [x, y] = [(k % 200) - 40, Math.floor(k / 200) - 40];
    return v === 0 && (x < -1 || y < -1 || x > 120 || y > 100);
  });
  expect(outside.length).toBe(0);
  expect(fitted.filter((v) => v === 0).length).toBeGreaterThan(2000);
});
