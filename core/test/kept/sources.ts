import { memorySource, type PictureSource } from '../../src/index.ts';

/** A triangle wave 0..255 of a period, in whole numbers, so that every engine makes the same pixels. */
const wave = (at: number, period: number): number => {
  const phase = ((at % period) + period) % period;
  const up = Math.floor((510 * phase) / period);
  return up > 255 ? 510 - up : up;
};

const grey = (width: number, height: number, value: (x: number, y: number) => number): PictureSource => {
  const bytes = new Uint8Array(width * height);
  for (let k = 0; k < bytes.length; k++) bytes[k] = value(k % width, Math.floor(k / width));
  return memorySource(width, height, 1, bytes);
};

const rgba = (
  width: number,
  height: number,
  value: (x: number, y: number) => readonly [number, number, number, number],
): PictureSource => {
  const bytes = new Uint8Array(width * height * 4);
  for (let k = 0; k < width * height; k++) bytes.set(value(k % width, Math.floor(k / width)), 4 * k);
  return memorySource(width, height, 4, bytes);
};

/** The pictures of the kept jobs, by hash: grey slopes with hard edges, colour with a clear part, a small tile. */
export const KEPT_SOURCES: Readonly<Record<string, PictureSource>> = {
  ['a'.repeat(64)]: grey(220, 160, (x, y) =>
    (x >> 4) % 5 === 0 && y > 100 ? (y % 20 < 3 ? 0 : 255) : (wave(x, 190) + wave(x + 2 * y, 260)) >> 1,
  ),
  ['b'.repeat(64)]: rgba(300, 200, (x, y) => [
    wave(x, 300),
    wave(y + 40, 170),
    wave(x + y, 410),
    x > 240 ? 0 : x > 200 ? (240 - x) * 6 : 255,
  ]),
  ['c'.repeat(64)]: grey(24, 18, (x, y) => (wave(x, 24) + wave(y, 9)) >> 1),
};
