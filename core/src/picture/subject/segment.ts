import { exponential } from '../../math/exact.ts';
import { subjectColours } from './colour-models.ts';
import { geodesicDistances } from './geodesic.ts';
import { BEHIND, type Known, SUBJECT } from './known-pixels.ts';
import { cheapestCut, type CutGraph } from './max-flow.ts';
import { type Reduced, STEP_X, STEP_Y } from './reduced.ts';

/** Capacities are whole numbers: this many stand for 1. */
const ONE = 1000;
const CERTAIN = 1e7;
/** How much colours, ways and neighbours count against each other. */
const COLOURS = 1;
const WAYS = 0.7;
const NEIGHBOURS = 4;
const LEAST_LINK = 0.08;

const PER_UNIT = 128;
const FALLS = Float64Array.from({ length: 8 * PER_UNIT + 1 }, (_, k) => exponential(-k / PER_UNIT));

/** What it costs to part each pixel from its neighbours, four numbers a pixel in the order of `steps`. */
function linksOf({ width, height, steps }: Reduced): Int32Array {
  let sum = 0;
  let count = 0;
  for (let k = 0; k < steps.length; k += 4) {
    if (steps[k]! < 0) continue;
    sum += steps[k]! * steps[k]!;
    count++;
  }
  // What counts as an edge follows from how much neighbours differ in this picture (Boykov and Jolly 2001).
  const edge = PER_UNIT / (2 * Math.max(1e-7, sum / Math.max(1, count)));
  const out = new Int32Array(4 * width * height);
  for (let k = 0; k < steps.length; k++) {
    const step = steps[k]!;
    if (step < 0) continue;
    const falls = FALLS[Math.min(8 * PER_UNIT, Math.round(edge * step * step))]!;
    const link = ONE * (LEAST_LINK + NEIGHBOURS * falls);
    out[k] = Math.round((k & 1) === 1 ? link / Math.SQRT2 : link);
  }
  return out;
}

const links = new WeakMap<Reduced, Int32Array>();

/** The links of a picture, kept for as long as it is. */
function linksFor(picture: Reduced): Int32Array {
  const made = links.get(picture) ?? linksOf(picture);
  links.set(picture, made);
  return made;
}

/** Works out now what all cuts of a picture need. */
export const prepareCut = (picture: Reduced): void => void linksFor(picture);

/** What draws each pixel to the subject: its colour, by a table of −1..1 for each bin, and the ways from the strokes, −1..1. */
interface Pull {
  readonly table: Float32Array;
  readonly ways: Float32Array;
}

/** Cuts the pixels of `inside` (all when null) in two; the others keep the label that they have. */
function cutPicture(
  picture: Reduced,
  known: Known,
  { table, ways }: Pull,
  labels: Uint8Array | null,
  inside: Uint8Array | null,
): Uint8Array {
  const { width, height, bins } = picture;
  const size = width * height;
  const parting = linksFor(picture);
  const nodeOf = new Int32Array(size).fill(-1);
  const pixels = new Int32Array(size);
  let nodes = 0;
  for (let k = 0; k < size; k++) {
    if (inside && inside[k] === 0) continue;
    nodeOf[k] = nodes;
    pixels[nodes++] = k;
  }
  const graph: CutGraph = {
    nodes,
    neighbours: new Int32Array(8 * nodes).fill(-1),
    links: new Int32Array(8 * nodes),
    drawn: new Int32Array(nodes),
  };
  const { neighbours, links: capacities, drawn } = graph;
  for (let node = 0; node < nodes; node++) {
    const k = pixels[node]!;
    const x = k % width;
    const own = known[k];
    let draws = ONE * (COLOURS * table[bins[k]!]! + WAYS * ways[k]!);
    for (let d = 0; d < 8; d++) {
      // Links to neighbours before a pixel are told by those neighbours.
      const after = d >= 4;
      const dx = after ? STEP_X[d - 4]! : -STEP_X[3 - d]!;
      const dy = after ? STEP_Y[d - 4]! : -STEP_Y[3 - d]!;
      const n = k + dy * width + dx;
      if (n < 0 || n >= size || x + dx < 0 || x + dx >= width) continue;
      const link = after ? parting[4 * k + d - 4]! : parting[4 * n + 3 - d]!;
      const other = nodeOf[n]!;
      if (other >= 0) {
        neighbours[8 * node + d] = other;
        capacities[8 * node + d] = link;
      } else draws += labels![n] === 1 ? link : -link;
    }
    drawn[node] = own === SUBJECT ? CERTAIN : own === BEHIND ? -CERTAIN : Math.round(draws);
  }
  const cut = cheapestCut(graph);
  const out = labels ? labels.slice() : new Uint8Array(size);
  for (let node = 0; node < nodes; node++) out[pixels[node]!] = cut[node]!;
  return out;
}

/** What was found at one size of a picture. */
export interface Found extends Pull {
  /** 1 for the subject. */
  readonly labels: Uint8Array;
}

/** Share of what a cut found that counts as known when colours are learned again. */
const LEARNED = 0.3;

/** How much each pixel counts when the colours of one side are learned. */
function weightsOf(known: Known, kind: number, labels: Uint8Array | null, label: number): Float32Array {
  const out = new Float32Array(known.length);
  for (let k = 0; k < out.length; k++) {
    if (known[k] === kind) out[k] = 1;
    else if (labels && labels[k] === label) out[k] = LEARNED;
  }
  return out;
}

/** The pull of each colour, −1..1. */
const tableOf = ({ bins }: Reduced, known: Known, labels: Uint8Array | null): Float32Array =>
  subjectColours(bins, weightsOf(known, SUBJECT, labels, 1), weightsOf(known, BEHIND, labels, 0)).map((v) => 2 * v - 1);

/**
 * Finds the subject of a small picture: colours and ways from the strokes draw each pixel, and the cheapest cut between
 * neighbours parts them; then colours are learned again from what was found (Rother, Kolmogorov and Blake, "GrabCut",
 * SIGGRAPH 2004), with the geodesic term of Price, Morse and Cohen, "Geodesic graph cut", CVPR 2010.
 */
export function segmentWhole(picture: Reduced, known: Known): Found {
  const front = geodesicDistances(picture, known, SUBJECT);
  const back = geodesicDistances(picture, known, BEHIND);
  const ways = front.map((f, k) => (f + back[k]! > 0 ? (back[k]! - f) / (back[k]! + f) : 0));
  const first = cutPicture(picture, known, { table: tableOf(picture, known, null), ways }, null, null);
  const table = tableOf(picture, known, first);
  return { labels: cutPicture(picture, known, { table, ways }, null, null), table, ways };
}

/** Pixels on each side of an edge that are looked at again at the next larger size. */
const BAND = 3;

/** Where the pixels of a longer row or column lie in a shorter one. */
const under = (length: number, shorter: number): Int32Array =>
  Int32Array.from({ length }, (_, k) => Math.min(shorter - 1, Math.floor((k * shorter) / length)));

/** Pixels about a stroke on a part too thin for the smaller size, of which the stroke tells otherwise. */
const THIN = 8;

/** Adds to a band what lies about pixels of which a stroke tells otherwise than their label. */
function addContradicted(band: Uint8Array, labels: Uint8Array, known: Known, width: number, height: number): void {
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      if (known[k] === 0 || (known[k] === SUBJECT) === (labels[k] === 1)) continue;
      const [left, right] = [Math.max(0, x - THIN), Math.min(width, x + THIN + 1)];
      for (let ny = Math.max(0, y - THIN); ny <= Math.min(height - 1, y + THIN); ny++) {
        band.fill(1, ny * width + left, ny * width + right);
      }
    }
  }
}

/** Finds the edge again at a larger size, in a band about where it was (Lombaert, Sun, Grady and Xu 2005). */
export function segmentFiner(picture: Reduced, known: Known, small: Reduced, found: Found): Found {
  const { width, height } = picture;
  const [columns, rows] = [under(width, small.width), under(height, small.height)];
  const labels = new Uint8Array(width * height);
  const ways = new Float32Array(width * height);
  for (let y = 0, k = 0; y < height; y++) {
    const row = rows[y]! * small.width;
    for (let x = 0; x < width; x++, k++) {
      const at = row + columns[x]!;
      labels[k] = found.labels[at]!;
      ways[k] = found.ways[at]!;
    }
  }
  const band = bandAbout(labels, width, height, BAND);
  addContradicted(band, labels, known, width, height);
  const pull = { table: found.table, ways };
  return { ...pull, labels: cutPicture(picture, known, pull, labels, band) };
}

/** 1 for the pixels within a square of `reach` of an edge between labels. */
export function bandAbout(labels: Uint8Array, width: number, height: number, reach: number): Uint8Array {
  const out = new Uint8Array(width * height);
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      const own = labels[k];
      const edge = (x + 1 < width && labels[k + 1] !== own) || (y + 1 < height && labels[k + width] !== own);
      if (!edge) continue;
      const left = Math.max(0, x - reach);
      const right = Math.min(width, x + reach + 2);
      for (let ny = Math.max(0, y - reach); ny < Math.min(height, y + reach + 2); ny++) {
        out.fill(1, ny * width + left, ny * width + right);
      }
    }
  }
  return out;
}
