import { CORNER } from '../chart/chart-layout.ts';
import type { ScanPixels } from '../scan/pixels.ts';

/** A corner mark in a scan: its middle, and how many pixels its ring is wide and high. */
export interface FoundMark {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What is looked at: one value a pixel, 0 to 255. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  /** Pixels of the scan along one of its own. */
  readonly step: number;
  readonly data: Uint8Array;
}

/** Longest side of what marks are looked for in. */
const LOOKED_AT = 1800;

/** Lightness or one channel of a scan in fewer pixels; `dark` for marks that are lighter than what they stand on. */
export function planeOf({ width, height, rgb }: ScanPixels, of: 'all' | 0 | 1 | 2, dark: boolean): Plane {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / LOOKED_AT));
  const [w, h] = [Math.floor(width / step), Math.floor(height / step)];
  const data = new Uint8Array(w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let n = 0; n < step; n++) {
        for (let m = 0; m < step; m++) {
          const at = 3 * ((y * step + n) * width + x * step + m);
          sum += of === 'all' ? (rgb[at]! + 2 * rgb[at + 1]! + rgb[at + 2]!) / 4 : rgb[at + of]!;
        }
      }
      const mean = Math.round(sum / (step * step));
      data[y * w + x] = dark ? 255 - mean : mean;
    }
  }
  return { width: w, height: h, step, data };
}

/** Marks are darker than so much of the mean of what surrounds them. */
const DARKER = 0.82;

/** Pixels that are darker than their surroundings: 1 each. */
function darker({ width, height, data }: Plane): Uint8Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  const reach = Math.round(Math.max(width, height) / 16);
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const [y0, y1] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)];
    for (let x = 0; x < width; x++) {
      const [x0, x1] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
      const at = (i: number, j: number) => sums[j * (width + 1) + i]!;
      const mean = (at(x1, y1) - at(x0, y1) - at(x1, y0) + at(x0, y0)) / ((x1 - x0) * (y1 - y0));
      if (data[y * width + x]! < DARKER * mean) out[y * width + x] = 1;
    }
  }
  return out;
}

interface Piece {
  count: number;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Pieces of marked pixels that touch, corners included. The marks are used up. */
function piecesOf(marked: Uint8Array, width: number, height: number): Piece[] {
  const pieces: Piece[] = [];
  const stack: number[] = [];
  for (let start = 0; start < marked.length; start++) {
    if (marked[start] !== 1) continue;
    const piece: Piece = { count: 0, left: width, right: 0, top: height, bottom: 0 };
    marked[start] = 0;
    stack.push(start);
    while (stack.length > 0) {
      const at = stack.pop()!;
      const [x, y] = [at % width, Math.floor(at / width)];
      piece.count++;
      piece.left = Math.min(piece.left, x);
      piece.right = Math.max(piece.right, x);
      piece.top = Math.min(piece.top, y);
      piece.bottom = Math.max(piece.bottom, y);
      for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++) {
        for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
          if (marked[j * width + i] !== 1) continue;
          marked[j * width + i] = 0;
          stack.push(j * width + i);
        }
      }
    }
    pieces.push(piece);
  }
  return pieces;
}

const wide = (p: Piece) => p.right - p.left + 1;
const high = (p: Piece) => p.bottom - p.top + 1;

/** How much of its box a shape fills. */
const DISC_FILLS = Math.PI / 4;
const RING_FILLS = DISC_FILLS * (1 - (CORNER.inner / CORNER.outer) ** 2);
const DISC_TO_RING = CORNER.disc / CORNER.outer;
/** Fewest pixels that a disc is wide. */
const LEAST_DISC = 4;

const near = (value: number, wanted: number, share: number) => Math.abs(value / wanted - 1) < share;

/** Discs in rings as the corner marks of a chart are, also where a camera saw them askew. */
export function cornerMarks(plane: Plane): FoundMark[] {
  const { width, height, step } = plane;
  const pieces = piecesOf(darker(plane), width, height).filter((p) => wide(p) >= LEAST_DISC && high(p) >= LEAST_DISC);
  const discs = pieces.filter((p) => near(p.count / (wide(p) * high(p)), DISC_FILLS, 0.2));
  const rings = pieces.filter((p) => near(p.count / (wide(p) * high(p)), RING_FILLS, 0.45));
  return rings.flatMap((ring) => {
    const inside = discs.filter(
      (disc) =>
        near(wide(disc) / wide(ring), DISC_TO_RING, 0.35) &&
        near(high(disc) / high(ring), DISC_TO_RING, 0.35) &&
        Math.abs(disc.left + disc.right - ring.left - ring.right) < 0.16 * wide(ring) &&
        Math.abs(disc.top + disc.bottom - ring.top - ring.bottom) < 0.16 * high(ring),
    );
    if (inside.length !== 1) return [];
    const [disc] = inside as [Piece];
    const middle = (from: number, to: number) => ((from + to + 1) / 2) * step;
    return [
      {
        x: middle(disc.left, disc.right),
        y: middle(disc.top, disc.bottom),
        width: wide(ring) * step,
        height: high(ring) * step,
      },
    ];
  });
}
