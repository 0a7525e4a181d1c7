import { byteOfLight, LIGHT_OF_BYTE, linearOfHex } from '../../colour/srgb.ts';
import { createPngWriter } from '../../formats/png.ts';
import { hash32 } from '../../math/hash.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { Area } from '../../raster/area.ts';
import type { Artwork } from '../../raster/plate.ts';
import { stoneArtwork } from '../../stones/artwork.ts';
import { output } from '../output.ts';
import { type AllStones, allStones, eachStone, stoneBox, stonesFault } from './layouts.ts';

/** Pixels an inch of a proof: a stone of 2 mm is 16 pixels wide. */
const PPI = 200;
/** Cloth around the design, in mm. */
const AROUND = 15;
/** Rows that are made at a time. */
const ROWS = 64;
/** Every so manieth stone sparkles. */
const SPARKLING = 17;
/** Shadows fall by this share of a stone to the lower right. */
const FALL = 0.16;

interface Frame {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** The picture of a proof in pixels, and where it begins in the design in mm. */
function frameOf(all: AllStones): Frame {
  const box = stoneBox(all);
  const pixels = (mm: number) => Math.ceil((mm * PPI) / MM_PER_INCH);
  return {
    left: box.left - AROUND,
    top: box.top - AROUND,
    width: pixels(box.right - box.left + 2 * AROUND),
    height: pixels(box.bottom - box.top + 2 * AROUND),
  };
}

/** Threads of the cloth: light 0.94 … 1.06 of each pixel, woven over and under. */
function weave(x: number, y: number): number {
  const over = ((x >> 1) + (y >> 1)) & 1;
  return 1 + (over ? 0.035 : -0.035) + 0.025 * ((hash32(x, y, 7) & 255) / 255 - 0.5);
}

/** Calls `by` with each pixel of artwork that is not clear: its place in rows of light, its colour, and its alpha 0..1. */
function eachPixel(art: Artwork, by: (at: number, r: number, g: number, b: number, a: number) => void): void {
  for (let k = 0; k < art.width * art.height; k++) {
    const alpha = art.data[4 * k + 3]!;
    if (alpha > 0) by(3 * k, art.data[4 * k]!, art.data[4 * k + 1]!, art.data[4 * k + 2]!, alpha / 255);
  }
}

/** A star of light over a stone: rays that fade, four of them. */
function sparkle(
  light: Float32Array,
  frame: Frame,
  first: number,
  rows: number,
  x: number,
  y: number,
  r: number,
): void {
  const reach = 2.4 * r;
  for (let row = Math.max(first, Math.ceil(y - reach)); row <= Math.min(first + rows - 1, y + reach); row++) {
    for (let column = Math.max(0, Math.ceil(x - reach)); column <= Math.min(frame.width - 1, x + reach); column++) {
      const [dx, dy] = [Math.abs(column + 0.5 - x) / r, Math.abs(row + 0.5 - y) / r];
      // Bright along both axes and falling off with the product of the two distances.
      const ray = Math.max(0, 1 - (dx + dy) / 2.4);
      const add = 0.9 * ray * ray * Math.max(0, 1 - 14 * dx * dy);
      const at = 3 * ((row - first) * frame.width + column);
      for (let c = 0; c < 3; c++) light[at + c] = Math.min(1, light[at + c]! + add);
    }
  }
}

/** Writes the picture of a proof, rows from top to bottom. */
function writeProof(
  all: AllStones,
  cloth: string,
  write: (bytes: Uint8Array) => void,
  progress?: (share: number) => void,
) {
  const frame = frameOf(all);
  const perMm = PPI / MM_PER_INCH;
  const ground = linearOfHex(cloth);
  const draws = all.lists.map((stones) =>
    stoneArtwork({ stones: moved(stones, frame), table: all.job, perMm, bleed: 0 }, null),
  );
  const sparkling: { x: number; y: number; r: number }[] = [];
  eachStone(all, (list, k) => {
    if (hash32(k, list.size[k]!, 3) % SPARKLING !== 0) return;
    const r = (all.job.sizes[list.size[k]!]!.width / 2) * perMm;
    sparkling.push({
      x: (list.x[k]! - frame.left) * perMm - 0.2 * r,
      y: (list.y[k]! - frame.top) * perMm - 0.22 * r,
      r,
    });
  });
  const writer = createPngWriter({ width: frame.width, height: frame.height, kind: 'rgb', ppi: PPI, write });
  const fall = Math.round(FALL * 3 * perMm);
  for (let first = 0; first < frame.height; first += ROWS) {
    const rows = Math.min(ROWS, frame.height - first);
    const light = new Float32Array(3 * frame.width * rows);
    for (let y = 0, at = 0; y < rows; y++) {
      for (let x = 0; x < frame.width; x++, at += 3) {
        const thread = weave(x, first + y);
        for (let c = 0; c < 3; c++) light[at + c] = Math.min(1, ground[c]! * thread);
      }
    }
    const area: Area = { x: 0, y: first, width: frame.width, height: rows, step: 1 };
    for (const draw of draws) {
      eachPixel(draw({ ...area, x: -fall, y: first - fall }), (at, _r, _g, _b, alpha) => {
        for (let c = 0; c < 3; c++) light[at + c]! *= 1 - 0.55 * alpha;
      });
    }
    for (const draw of draws) {
      eachPixel(draw(area), (at, r, g, b, alpha) => {
        const own = [r, g, b];
        for (let c = 0; c < 3; c++)
          light[at + c] = light[at + c]! * (1 - alpha) + (alpha * LIGHT_OF_BYTE[own[c]!]!) / 65535;
      });
    }
    for (const { x, y, r } of sparkling)
      if (y + 2.4 * r >= first && y - 2.4 * r < first + rows) sparkle(light, frame, first, rows, x, y, r);
    writer.rows(Uint8Array.from(light, byteOfLight), 3 * frame.width, rows);
    progress?.((first + rows) / frame.height);
  }
  writer.end();
}

const moved = (list: AllStones['lists'][number], { left, top }: Frame) => ({
  ...list,
  x: list.x.map((v) => v - left),
  y: list.y.map((v) => v - top),
});

export const stonesProof = output({
  name: 'stones-proof',
  label: 'Proof of the stones',
  about: 'A picture of the stones on the cloth of the sheet, with their sparkle, at 200 ppi.',
  ending: 'png',
  type: 'image/png',
  of: 'job',
  oneBit: false,
  fileName: 'stones proof',
  fault: stonesFault,
  async write(work, sink) {
    writeProof(allStones(work), work.job.sheet.stock.colour, (piece) => sink.write(piece), work.progress);
  },
  estimate(work) {
    const { width, height } = frameOf(allStones(work));
    return Math.round(1.9 * width * height);
  },
});
