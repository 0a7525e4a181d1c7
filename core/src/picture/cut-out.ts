import { paintShare, type PaintStroke } from '../raster/strokes.ts';
import { distanceAt, distanceCube } from './colour-distance.ts';
import { edgeKeepingShare } from './kept-edges.ts';
import type { Mark } from './subject/known-pixels.ts';
import { marksSuffice, matteRows, subjectMatte } from './subject/matte.ts';
import type { PictureSource } from '../raster/source.ts';

/** A picture's background taken away: what is like the picked colours, and what is painted away. */
export interface CutOut {
  readonly picks: readonly Pick[];
  /** Distance in OKLab up to which a colour counts as picked. */
  readonly tolerance: number;
  /** Further distance over which it fades. */
  readonly softness: number;
  /** Only what hangs together with a picked spot, or everywhere. */
  readonly joined: boolean;
  /** Painted by hand, lengths in picture widths: `lighten` takes away, `darken` brings back. */
  readonly strokes: readonly PaintStroke[];
  /** Rough strokes on the subject and on what lies behind it, lengths in picture widths: the edge between them is found. */
  readonly marks: readonly Mark[];
  /** A stroke works only on what is like the colours under its middle, so that it may be rough. */
  readonly keepsEdges: boolean;
}

/** A spot of the picture, shares of its width and height, and its colour. */
export interface Pick {
  readonly x: number;
  readonly y: number;
  readonly colour: string;
}

export const NEW_CUT_OUT: CutOut = {
  picks: [],
  tolerance: 0.08,
  softness: 0.04,
  joined: true,
  strokes: [],
  marks: [],
  keepsEdges: true,
};

/** Longest side of the small copy on which joined areas are found. */
const MAP_SIDE = 1500;

const colourAt = (row: Uint8Array, channels: number, x: number): [number, number, number] =>
  channels === 1 ? [row[x]!, row[x]!, row[x]!] : [row[4 * x]!, row[4 * x + 1]!, row[4 * x + 2]!];

interface JoinedMap {
  readonly width: number;
  readonly height: number;
  /** 1 where the background hangs together with a pick, a ring of one cell round it included. */
  readonly inside: Uint8Array;
}

/** Which parts of a small copy hang together with the picked spots. */
function joinedMap(source: PictureSource, cutOut: CutOut, cube: Float32Array): JoinedMap {
  const scale = Math.max(1, Math.max(source.width, source.height) / MAP_SIDE);
  const width = Math.max(1, Math.round(source.width / scale));
  const height = Math.max(1, Math.round(source.height / scale));
  const like = new Uint8Array(width * height);
  const most = cutOut.tolerance + cutOut.softness;
  for (let y = 0; y < height; y++) {
    const row = source.read(Math.min(source.height - 1, Math.floor((y + 0.5) * scale)), 1);
    for (let x = 0; x < width; x++) {
      const sx = Math.min(source.width - 1, Math.floor((x + 0.5) * scale));
      if (distanceAt(cube, ...colourAt(row, source.channels, sx)) < most) like[y * width + x] = 1;
    }
  }
  const inside = new Uint8Array(width * height);
  const queue: number[] = [];
  for (const { x, y } of cutOut.picks) {
    const at = Math.min(height - 1, Math.floor(y * height)) * width + Math.min(width - 1, Math.floor(x * width));
    if (inside[at] === 0) queue.push(at);
    inside[at] = 1;
  }
  while (queue.length > 0) {
    const at = queue.pop()!;
    const x = at % width;
    const next = [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width];
    for (const n of next) {
      if (n < 0 || n >= inside.length || inside[n] === 1) continue;
      // Its ring is inside too, so that edges are judged at full sharpness; it leads no further.
      inside[n] = 1;
      if (like[n] === 1) queue.push(n);
    }
  }
  return { width, height, inside };
}

interface Prepared {
  readonly cube: Float32Array;
  readonly map: JoinedMap | null;
}

const prepared = new WeakMap<PictureSource, { readonly key: string; readonly made: Prepared }>();

/** The tables of a cut-out, kept for the last settings of each source. */
function prepare(source: PictureSource, cutOut: CutOut): Prepared {
  const key = JSON.stringify([cutOut.picks, cutOut.tolerance, cutOut.softness, cutOut.joined]);
  const known = prepared.get(source);
  if (known?.key === key) return known.made;
  const cube = distanceCube(cutOut.picks.map((p) => p.colour));
  const made = { cube, map: cutOut.joined ? joinedMap(source, cutOut, cube) : null };
  prepared.set(source, { key, made });
  return made;
}

/** The cell of a map, `cells` across, under pixel `at` of `length`. */
const cellOf = (at: number, cells: number, length: number): number =>
  Math.min(cells - 1, Math.floor((at * cells) / length));

/** The row of cells under row y of a picture `height` pixels high. */
function cellsAt(map: JoinedMap, y: number, height: number): Uint8Array {
  const from = cellOf(y, map.height, height) * map.width;
  return map.inside.subarray(from, from + map.width);
}

/** Whether a cut-out takes anything away. */
export const cutsOut = ({ picks, strokes, marks }: CutOut): boolean =>
  picks.length > 0 || strokes.length > 0 || marksSuffice(marks);

/** A source whose background is transparent. */
export function cutOutSource(source: PictureSource, cutOut: CutOut): PictureSource {
  const { width, height, channels } = source;
  if (!cutsOut(cutOut)) return source;
  const { cube, map } = prepare(source, cutOut);
  const { tolerance, softness } = cutOut;
  const matte = marksSuffice(cutOut.marks) ? subjectMatte(source, cutOut.marks) : null;
  // The cell of the map under each column of the picture.
  const across = map && Int32Array.from({ length: width }, (_, x) => cellOf(x, map.width, width));
  return {
    width,
    height,
    channels: 4,
    read(y, count) {
      const rows = source.read(y, count);
      const out = new Uint8Array(width * count * 4);
      const subject = matte && matteRows(matte, source, y, count, rows);
      const area = { x: 0, y, width, height: count, step: 1 };
      const painted = cutOut.keepsEdges
        ? edgeKeepingShare(source, cutOut, area, rows)
        : paintShare(cutOut.strokes, area, width);
      const picked = cutOut.picks.length > 0;
      const fade = Math.max(1e-6, softness);
      for (let row = 0, k = 0; row < count; row++) {
        const inside = map && cellsAt(map, y + row, height);
        for (let x = 0; x < width; x++, k++) {
          const from = k * channels;
          const r = rows[from]!;
          const g = channels === 1 ? r : rows[from + 1]!;
          const b = channels === 1 ? r : rows[from + 2]!;
          let kept = 1;
          if (picked && (!inside || inside[across![x]!] === 1)) {
            kept = Math.min(1, Math.max(0, (distanceAt(cube, r, g, b) - tolerance) / fade));
          }
          if (subject) kept = Math.min(kept, subject[k]! / 255);
          const p = painted ? painted[k]! : 0;
          kept = p < 0 ? kept * (1 + p) : kept + (1 - kept) * p;
          const at = 4 * k;
          out[at] = r;
          out[at + 1] = g;
          out[at + 2] = b;
          out[at + 3] = Math.round(kept * (channels === 4 ? rows[at + 3]! : 255));
        }
      }
      return out;
    },
  };
}
