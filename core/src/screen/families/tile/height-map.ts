import { darknessMap } from '../../../raster/darkness-map.ts';
import type { PictureSource } from '../../../raster/source.ts';
import type { TileSettings } from './params.ts';
import type { TileMap } from './tile-map.ts';

/** Largest side of the map that is kept of a picture. */
const LARGEST_SIDE = 512;

/** A picture's darkness, reduced by whole areas to at most `across` columns. */
export const readTile = (source: PictureSource, across: number): TileMap =>
  darknessMap(source, Math.min(LARGEST_SIDE, Math.max(16, across)));

/** Reads a map beyond its edges as the repeat continues it. */
function wrapped({ width, height, data }: TileMap, halfDrop: boolean) {
  return (x: number, y: number): number => {
    const column = Math.floor(x / width);
    const drop = halfDrop && column & 1 ? Math.floor(height / 2) : 0;
    const row = (((y - drop) % height) + height) % height;
    return data[row * width + (x - column * width)]!;
  };
}

/** Means of 2 · radius + 1 samples in a row of the repeating tile, each from the one before. */
function boxed(map: TileMap, radius: number, halfDrop: boolean, dx: number, dy: number): TileMap {
  const { width, height } = map;
  const count = 2 * radius + 1;
  const read = wrapped(map, halfDrop);
  const data = new Float64Array(width * height);
  for (let start = 0; start < (dx ? height : width); start++) {
    const [x0, y0] = dx ? [0, start] : [start, 0];
    let sum = 0;
    for (let k = -radius; k <= radius; k++) sum += read(x0 + k * dx, y0 + k * dy);
    for (let k = 0; k < (dx ? width : height); k++) {
      data[(y0 + k * dy) * width + x0 + k * dx] = sum / count;
      const next = k + radius + 1;
      const last = k - radius;
      sum += read(x0 + next * dx, y0 + next * dy) - read(x0 + last * dx, y0 + last * dy);
    }
  }
  return { width, height, data };
}

function blurred(map: TileMap, radius: number, halfDrop: boolean): TileMap {
  if (radius < 1) return map;
  let now = map;
  for (let turn = 0; turn < 2; turn++) {
    now = boxed(now, radius, halfDrop, 1, 0);
    now = boxed(now, radius, halfDrop, 0, 1);
  }
  return now;
}

/** Less than half of the step between two greys of eight bits: it decides among equals only. */
const SLIGHT = 0.0019;

/** Puts equal greys in an order: those nearer to what prints before them come first, so that flat parts grow from its edges. */
export function grownTile(map: TileMap, halfDrop: boolean): TileMap {
  const wide = blurred(map, Math.max(1, Math.round(map.width / 6)), halfDrop);
  return { ...map, data: map.data.map((d, k) => d * (1 - SLIGHT) + wide.data[k]! * SLIGHT) };
}

/** The tile as the screen uses it: softened, with its contrast, perhaps inverted. */
export function finishTile(map: TileMap, settings: TileSettings): TileMap {
  const radius = Math.round(settings.soften * map.width * 0.5);
  const soft = blurred(map, radius, settings.repeat === 'half-drop');
  const data = soft.data.map((darkness) => {
    const d = Math.min(1, Math.max(0, (darkness - 0.5) * settings.contrast + 0.5));
    return settings.invert ? 1 - d : d;
  });
  return { ...soft, data };
}

/** Reads between the samples of a repeating tile; x and y in 0..1 from its top left corner. */
export function tileReader(map: TileMap, halfDrop: boolean): (x: number, y: number) => number {
  const read = wrapped(map, halfDrop);
  return (x, y) => {
    const px = x * map.width - 0.5;
    const py = y * map.height - 0.5;
    const i = Math.floor(px);
    const j = Math.floor(py);
    const fx = px - i;
    const fy = py - j;
    const top = read(i, j) + (read(i + 1, j) - read(i, j)) * fx;
    const bottom = read(i, j + 1) + (read(i + 1, j + 1) - read(i, j + 1)) * fx;
    return top + (bottom - top) * fy;
  };
}

/**
 * How much stronger the tile changes across its seams than inside: 1 is as even as anywhere, 3 and
 * more shows. Root mean square of the steps between neighbours.
 */
export function seamStrength(map: TileMap, halfDrop: boolean): { readonly across: number; readonly down: number } {
  const { width, height } = map;
  const read = wrapped(map, halfDrop);
  const rms = (steps: readonly number[]) => Math.sqrt(steps.reduce((s, d) => s + d * d, 0) / Math.max(1, steps.length));
  const insideAcross: number[] = [];
  const insideDown: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (x < width - 1) insideAcross.push(read(x + 1, y) - read(x, y));
      if (y < height - 1) insideDown.push(read(x, y + 1) - read(x, y));
    }
  }
  const seamAcross = Array.from({ length: height }, (_, y) => read(width, y) - read(width - 1, y));
  const seamDown = Array.from({ length: width }, (_, x) => read(x, height) - read(x, height - 1));
  const ratio = (seam: number, inside: number) => (inside > 0 ? seam / inside : seam > 0 ? Infinity : 1);
  return { across: ratio(rms(seamAcross), rms(insideAcross)), down: ratio(rms(seamDown), rms(insideDown)) };
}
