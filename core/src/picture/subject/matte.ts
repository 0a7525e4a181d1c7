import type { PictureSource } from '../../raster/source.ts';
import { byteCache, remember } from '../../memory/cache.ts';
import { knownPixels, type Mark } from './known-pixels.ts';
import { halved, type Reduced, reducePicture } from './reduced.ts';
import { bandAbout, type Found, segmentFiner, segmentWhole } from './segment.ts';

/** Longest side, in pixels, at which the edge is found at last, and at which the first cut is made at most. */
const FINE = 1024;
const COARSE = 180;

/** Half the side of the window in which colours tell how much of a pixel is subject, at half the fine size. */
const WINDOW = 4;
/** Differences of sRGB below this say nothing. */
const NOISE = 4e-4;

/**
 * How much of each pixel is subject: wholly or not at all away from the edge, and a linear function of the colour near it
 * (He, Sun and Tang, "Guided image filtering", IEEE PAMI 35 (2013)).
 */
export interface Matte {
  readonly width: number;
  readonly height: number;
  /** 0 behind, 1 subject, 2 near the edge. */
  readonly places: Uint8Array;
  /** Four numbers for each pixel: how red, green and blue count, and what is added. Only near the edge. */
  readonly weights: Float32Array;
}

/** Solves a symmetric system of three, given as its upper triangle. */
function solve3(
  [a, b, c, d, e, f]: readonly [number, number, number, number, number, number],
  [x, y, z]: readonly [number, number, number],
): [number, number, number] {
  const [A, B, C] = [d * f - e * e, c * e - b * f, b * e - c * d];
  const det = a * A + b * B + c * C;
  const [D, E, F] = [a * f - c * c, b * c - a * e, a * d - b * b];
  return [(A * x + B * y + C * z) / det, (B * x + D * y + E * z) / det, (C * x + E * y + F * z) / det];
}

/** Means of labels at half the size. */
function halfLabels(labels: Uint8Array, width: number, height: number, w: number, h: number): Float32Array {
  const out = new Float32Array(w * h);
  for (let y = 0, k = 0; y < h; y++) {
    const above = Math.min(height - 1, 2 * y) * width;
    const below = Math.min(height - 1, 2 * y + 1) * width;
    for (let x = 0; x < w; x++, k++) {
      const left = Math.min(width - 1, 2 * x);
      const right = Math.min(width - 1, 2 * x + 1);
      out[k] = (labels[above + left]! + labels[above + right]! + labels[below + left]! + labels[below + right]!) / 4;
    }
  }
  return out;
}

/** The linear function of colour that comes nearest to the shares in a window about a pixel. */
function fit(
  rgb: Float32Array,
  shares: Float32Array,
  width: number,
  height: number,
  px: number,
  py: number,
): [number, number, number, number] {
  const [left, right] = [Math.max(0, px - WINDOW), Math.min(width - 1, px + WINDOW)];
  const [top, bottom] = [Math.max(0, py - WINDOW), Math.min(height - 1, py + WINDOW)];
  let n = 0;
  let r = 0;
  let g = 0;
  let b = 0;
  let s = 0;
  let rr = 0;
  let rg = 0;
  let rb = 0;
  let gg = 0;
  let gb = 0;
  let bb = 0;
  let rs = 0;
  let gs = 0;
  let bs = 0;
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const k = y * width + x;
      const i = rgb[3 * k]!;
      const j = rgb[3 * k + 1]!;
      const l = rgb[3 * k + 2]!;
      const m = shares[k]!;
      n++;
      r += i;
      g += j;
      b += l;
      s += m;
      rr += i * i;
      rg += i * j;
      rb += i * l;
      gg += j * j;
      gb += j * l;
      bb += l * l;
      rs += i * m;
      gs += j * m;
      bs += l * m;
    }
  }
  const [mr, mg, mb, ms] = [r / n, g / n, b / n, s / n];
  const weights = solve3(
    [
      rr / n - mr * mr + NOISE,
      rg / n - mr * mg,
      rb / n - mr * mb,
      gg / n - mg * mg + NOISE,
      gb / n - mg * mb,
      bb / n - mb * mb + NOISE,
    ],
    [rs / n - mr * ms, gs / n - mg * ms, bs / n - mb * ms],
  );
  return [...weights, ms - weights[0] * mr - weights[1] * mg - weights[2] * mb];
}

function matteOf(fine: Reduced, found: Found, half: Reduced): Matte {
  const { width, height, rgb } = half;
  const shares = halfLabels(found.labels, fine.width, fine.height, width, height);
  const sure = Uint8Array.from(shares, (s) => (s >= 0.5 ? 1 : 0));
  const near = bandAbout(sure, width, height, WINDOW);
  const weights = new Float32Array(4 * width * height);
  const places = sure.slice();
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      if (near[k] === 0) continue;
      places[k] = 2;
      weights.set(fit(rgb, shares, width, height, x, y), 4 * k);
    }
  }
  // The guided filter takes the mean of the functions of all windows that hold a pixel: here of a small square.
  return { width, height, places, weights: evened(weights, places, width, height) };
}

/** Means of the functions in squares of three, of those that are there. */
function evened(weights: Float32Array, places: Uint8Array, width: number, height: number): Float32Array {
  const out = new Float32Array(weights.length);
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      if (places[k] !== 2) continue;
      let count = 0;
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++) {
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
          const n = ny * width + nx;
          if (places[n] !== 2) continue;
          count++;
          for (let c = 0; c < 4; c++) out[4 * k + c]! += weights[4 * n + c]!;
        }
      }
      for (let c = 0; c < 4; c++) out[4 * k + c]! /= count;
    }
  }
  return out;
}

/** The sizes at which a picture is looked at, the largest first. */
interface Sizes {
  readonly all: readonly Reduced[];
}

const sizesOf = new WeakMap<PictureSource, Sizes>();

/** A picture at all sizes, kept for as long as its pixels are. */
function sizes(source: PictureSource): Sizes {
  const known = sizesOf.get(source);
  if (known) return known;
  const all = [reducePicture(source, FINE)];
  while (Math.max(all.at(-1)!.width, all.at(-1)!.height) > COARSE) all.push(halved(all.at(-1)!));
  const made = { all };
  sizesOf.set(source, made);
  return made;
}

/** Looks at a picture at all sizes now, so that the first stroke is as quick as the next. */
export const prepareSubject = (source: PictureSource): void => void sizes(source);

const newCache = () => byteCache<Matte>(40e6, (m) => m.weights.byteLength + m.places.byteLength);
const mattes = new WeakMap<PictureSource, ReturnType<typeof newCache>>();

/** Whether strokes say enough to find a subject: there is one on it and one behind it. */
export const marksSuffice = (marks: readonly Mark[]): boolean =>
  marks.some((m) => m.does === 'subject') && marks.some((m) => m.does === 'behind');

/**
 * Finds the subject of a picture from rough strokes on it and on what lies behind it: a cut at a small size, its edge at
 * larger ones in a band, and soft parts from the colours near it.
 */
export function subjectMatte(source: PictureSource, marks: readonly Mark[]): Matte {
  const kept = mattes.get(source) ?? newCache();
  mattes.set(source, kept);
  return remember(kept, JSON.stringify(marks), () => {
    const { all } = sizes(source);
    const knownAt = ({ width, height }: Reduced) => knownPixels(marks, width, height);
    let picture = all.at(-1)!;
    let found = segmentWhole(picture, knownAt(picture));
    for (const finer of all.toReversed().slice(1)) {
      found = segmentFiner(finer, knownAt(finer), picture, found);
      picture = finer;
    }
    return matteOf(picture, found, all[1] ?? halved(picture));
  });
}

/**
 * How much of each pixel of some rows of a picture is subject, 0..255. `rows`: its pixels there.
 */
export function matteRows(matte: Matte, source: PictureSource, y: number, count: number, rows: Uint8Array): Uint8Array {
  const { width, height, channels } = source;
  const out = new Uint8Array(width * count);
  const { width: w, height: h, places, weights } = matte;
  const grey = channels === 1;
  for (let k = 0, n = 0; k < count; k++) {
    const v = Math.min(h - 1, Math.max(0, ((y + k + 0.5) * h) / height - 0.5));
    const j = Math.floor(v);
    const [above, below] = [j * w, Math.min(h - 1, j + 1) * w];
    const b = v - j;
    for (let x = 0; x < width; x++, n++) {
      const u = Math.min(w - 1, Math.max(0, ((x + 0.5) * w) / width - 0.5));
      const i = Math.floor(u);
      const right = i + 1 < w ? i + 1 : i;
      const place = places[above + i]!;
      const same =
        place !== 2 &&
        place === places[above + right] &&
        place === places[below + i] &&
        place === places[below + right];
      if (same) {
        out[n] = place === 1 ? 255 : 0;
        continue;
      }
      const a = u - i;
      const at = n * channels;
      const red = rows[at]! / 255;
      const green = grey ? red : rows[at + 1]! / 255;
      const blue = grey ? red : rows[at + 2]! / 255;
      let share = 0;
      for (let c = 0; c < 4; c++) {
        const corner = (c < 2 ? above : below) + (c % 2 === 0 ? i : right);
        const own = (c % 2 === 0 ? 1 - a : a) * (c < 2 ? 1 - b : b);
        if (places[corner] !== 2) share += own * places[corner]!;
        else {
          const m = 4 * corner;
          share += own * (weights[m]! * red + weights[m + 1]! * green + weights[m + 2]! * blue + weights[m + 3]!);
        }
      }
      out[n] = Math.round(255 * Math.min(1, Math.max(0, share)));
    }
  }
  return out;
}
