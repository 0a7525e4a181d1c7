import type { PictureSource } from '../../raster/source.ts';
import { byteCache, remember } from '../../memory/cache.ts';
import { colourFit, prepareFit } from './colour-fit.ts';
import { knownPixels, type Mark } from './known-pixels.ts';
import { halved, type Reduced, reducePicture } from './reduced.ts';
import { bandAbout, type Found, prepareCut, segmentFiner, segmentWhole } from './segment.ts';

/** Longest side, in pixels, at which the edge is found at last, and at which the first cut is made at most. */
const FINE = 800;
const COARSE = 180;

/** Half the side of the window in which colours tell how much of a pixel is subject. */
const WINDOW = 4;

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

function matteOf(picture: Reduced, { labels }: Found): Matte {
  const { width, height } = picture;
  const near = bandAbout(labels, width, height, WINDOW);
  const weights = new Float32Array(4 * width * height);
  const places = labels.slice();
  const fit = colourFit(picture, Float32Array.from(labels), WINDOW);
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      if (near[k] === 0) continue;
      places[k] = 2;
      fit(x, y, weights, 4 * k);
    }
  }
  // The guided filter takes the mean of the functions of all windows that hold a pixel: here of a small square.
  return { width, height, places, weights: evened(weights, places, width, height) };
}

/** Means of the functions in squares of three, of those that are there. */
function evened(weights: Float32Array, places: Uint8Array, width: number, height: number): Float32Array {
  const out = new Float32Array(weights.length);
  for (let y = 0, k = 0; y < height; y++) {
    const [top, bottom] = [Math.max(0, y - 1), Math.min(height - 1, y + 1)];
    for (let x = 0; x < width; x++, k++) {
      if (places[k] !== 2) continue;
      const left = Math.max(0, x - 1);
      const right = Math.min(width - 1, x + 1);
      let count = 0;
      let a = 0;
      let b = 0;
      let c = 0;
      let d = 0;
      for (let ny = top; ny <= bottom; ny++) {
        for (let n = ny * width + left; n <= ny * width + right; n++) {
          if (places[n] !== 2) continue;
          count++;
          a += weights[4 * n]!;
          b += weights[4 * n + 1]!;
          c += weights[4 * n + 2]!;
          d += weights[4 * n + 3]!;
        }
      }
      out[4 * k] = a / count;
      out[4 * k + 1] = b / count;
      out[4 * k + 2] = c / count;
      out[4 * k + 3] = d / count;
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

/** Finds the subject at the smallest of some sizes, the largest first, then its edge at each larger one. */
function matteIn(all: readonly Reduced[], marks: readonly Mark[]): Matte {
  const knownAt = ({ width, height }: Reduced) => knownPixels(marks, width, height);
  let picture = all.at(-1)!;
  let found = segmentWhole(picture, knownAt(picture));
  for (const finer of all.toReversed().slice(1)) {
    found = segmentFiner(finer, knownAt(finer), picture, found);
    picture = finer;
  }
  return matteOf(picture, found);
}

/** Strokes that are tried while nobody waits. */
const TRIED: readonly Mark[] = (['subject', 'behind'] as const).map((does, k) => ({
  does,
  size: 0.05,
  hardness: 1,
  strength: 1,
  points: [0.2 + 0.5 * k, 0.3, 1],
}));
/** How many of the sizes, and how often: so that the search is compiled to its fastest code. */
const TRIED_SIZES = 2;
const TRIES = 3;

/** Looks at a picture at all sizes and tries a search now, so that the first stroke is as quick as the next. */
export function prepareSubject(source: PictureSource): void {
  if (sizesOf.has(source)) return;
  const { all } = sizes(source);
  for (const picture of all) prepareCut(picture);
  prepareFit(all[0]!);
  for (let k = 0; k < TRIES; k++) matteIn(all.slice(-TRIED_SIZES), TRIED);
}

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
  return remember(kept, JSON.stringify(marks), () => matteIn(sizes(source).all, marks));
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
