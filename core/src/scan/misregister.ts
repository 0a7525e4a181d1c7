import { transform2 } from '../measure/fft2.ts';
import { softPlane } from '../raster/soft-plane.ts';
import { type Confidence, type Found, found, unknown } from './findings.ts';
import type { InkPlane } from './ink-plane.ts';

/** Side of the square in which edges are compared. */
const SIDE = 512;
/** Dots are softened over so much of a cell, as a standard deviation. */
const SOFT = 0.55;

/** Edges of an ink's picture, in steps of some pixels of its plane: how steep its tones are, without its dots. */
function edgesOf(plane: InkPlane, step: number, cell: number): Float64Array {
  const { width, height, data } = plane;
  const x0 = Math.max(0, (width - SIDE * step) >> 1);
  const y0 = Math.max(0, (height - SIDE * step) >> 1);
  const w = Math.min(SIDE, Math.floor(width / step));
  const h = Math.min(SIDE, Math.floor(height / step));
  const blocks = new Float32Array(w * h);
  for (let y = 0; y < h * step; y++) {
    const row = (y0 + y) * width + x0;
    const to = Math.floor(y / step) * w;
    for (let x = 0; x < w * step; x++) blocks[to + Math.floor(x / step)]! += data[row + x]! / (255 * step * step);
  }
  const tones = softPlane(blocks, w, h, (SOFT * cell) / step);
  const edges = new Float64Array(SIDE * SIDE);
  let mean = 0;
  for (let y = 1; y < h - 1; y++) {
    for (let x = 1; x < w - 1; x++) {
      const at = y * w + x;
      const v = Math.hypot(tones[at + 1]! - tones[at - 1]!, tones[at + w]! - tones[at - w]!);
      edges[y * SIDE + x] = v;
      mean += v / (w * h);
    }
  }
  // Faded towards the border, where a shift leaves nothing to compare.
  for (let y = 0; y < h; y++) {
    const fy = Math.sin((Math.PI * (y + 0.5)) / h);
    for (let x = 0; x < w; x++) {
      const fx = Math.sin((Math.PI * (x + 0.5)) / w);
      edges[y * SIDE + x] = (edges[y * SIDE + x]! - mean) * fx * fy;
    }
  }
  return edges;
}

interface Spectrum {
  readonly re: Float64Array;
  readonly im: Float64Array;
  readonly energy: number;
}

function spectrumOf(edges: Float64Array): Spectrum {
  const [re, im] = [Float64Array.from(edges), new Float64Array(edges.length)];
  transform2(re, im, SIDE, SIDE);
  return { re, im, energy: edges.reduce((sum, v) => sum + v * v, 0) };
}

/** Where the edges of an ink fit those of another best, within so many steps, and how alike they are there: 0 to 1. */
function fitOf(
  p: Spectrum,
  q: Spectrum,
  most: number,
): { readonly x: number; readonly y: number; readonly alike: number } {
  const re = q.re.map((v, k) => v * p.re[k]! + q.im[k]! * p.im[k]!);
  const im = q.im.map((v, k) => v * p.re[k]! - q.re[k]! * p.im[k]!);
  transform2(re, im, SIDE, SIDE, true);
  const energy = Math.sqrt(p.energy * q.energy) + 1e-12;
  const at = (x: number, y: number) => re[((y + SIDE) % SIDE) * SIDE + ((x + SIDE) % SIDE)]! / energy;
  let [bx, by] = [0, 0];
  for (let y = -most; y <= most; y++) for (let x = -most; x <= most; x++) if (at(x, y) > at(bx, by)) [bx, by] = [x, y];
  /** The top of the parabola through three values. */
  const top = (low: number, middle: number, high: number): number => {
    const bend = low - 2 * middle + high;
    return bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (low - high)) / bend)) : 0;
  };
  return {
    x: bx + top(at(bx - 1, by), at(bx, by), at(bx + 1, by)),
    y: by + top(at(bx, by - 1), at(bx, by), at(bx, by + 1)),
    alike: at(bx, by),
  };
}

/** Edges so alike say where an ink lies to a twentieth of a cell or so, and edges so alike to a fifth. */
const [LIKELY, GUESS] = [0.75, 0.58];
/** Inks are looked for so many cells off. */
const CELLS = 2;

const sureness = (alike: number): Confidence => (alike > LIKELY ? 'medium' : alike > GUESS ? 'low' : 'none');

/**
 * How far each ink lies off the one whose edges are most like those of the others, in pixels of the scan, right and down.
 * Unknown where inks have no edges in common.
 */
export function misregisters(
  planes: readonly InkPlane[],
  cells: readonly number[],
): Found<readonly [number, number]>[] {
  if (planes.length < 2) return planes.map(() => unknown([0, 0]));
  const cell = Math.max(...cells);
  const step = Math.max(1, Math.round(cell / 5));
  const most = Math.round((CELLS * cell) / step);
  const spectra = planes.map((plane) => spectrumOf(edgesOf(plane, step, cell)));
  /** Fits of the second ink to the first, the first being the one of the lower number. */
  const fits = spectra.map((p, k) => spectra.map((q, j) => (j > k ? fitOf(p, q, most) : null)));
  const between = (k: number, j: number) => {
    const { x, y, alike } = fits[Math.min(k, j)]![Math.max(k, j)]!;
    return k < j ? { x, y, alike } : { x: -x, y: -y, alike };
  };
  const liked = (k: number): number => planes.reduce((sum, _, j) => (j === k ? sum : sum + between(k, j).alike), 0);
  const reference = planes.map((_, k) => k).reduce((a, b) => (liked(b) > liked(a) ? b : a));
  const best = Math.max(...planes.map((_, k) => (k === reference ? 0 : between(reference, k).alike)));
  return planes.map((_, k) => {
    if (k === reference) return best > GUESS ? found([0, 0], sureness(best)) : unknown([0, 0]);
    const { x, y, alike } = between(reference, k);
    const sure = sureness(alike);
    return sure === 'none' ? unknown([0, 0]) : found([step * x, step * y], sure);
  });
}
