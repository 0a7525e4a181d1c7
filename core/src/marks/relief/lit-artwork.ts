import { byteOfLight, bytesOfLight, LIGHT_OF_BYTE, type LinearRgb } from '../../colour/srgb.ts';
import type { Kernels } from '../../kernel/kernels.ts';
import { cosine, sine } from '../../math/exact.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import type { Artwork } from '../../raster/plate.ts';
import type { Mark } from '../mark.ts';
import type { Matrix } from '../outline.ts';
import { coverageAt, markArea } from '../raster.ts';
import type { ReliefKind } from './kind.ts';
import { type Light, type LitPiece, litPiece } from './lighting.ts';

/** How pieces are seen. */
export interface PieceLook {
  readonly kind: ReliefKind;
  readonly light: Light;
  /** What is seen between the pieces; null for the stock. */
  readonly ground: LinearRgb | null;
}

/** Turns are told apart by this much, in radians. */
const TURN_STEP = Math.PI / 90;

/** Pieces lit, kept by their proportions and turn. */
function litPieces({ kind, light }: PieceLook): (aspect: number, turn: number) => LitPiece {
  const known = new Map<string, LitPiece>();
  return (aspect, turn) => {
    const [step, sides] = [Math.round(turn / TURN_STEP), aspect.toFixed(2)];
    const key = `${step} ${sides}`;
    let lit = known.get(key);
    if (!lit) {
      lit = litPiece(kind, Number(sides), step * TURN_STEP, light);
      known.set(key, lit);
    }
    return lit;
  };
}

/** How a matrix scales the two directions of an outline's box, and turns the first of them. */
function frameOf({ unit: { box }, matrix: [a, b, c, d] }: Mark) {
  const wide = Math.sqrt(a * a + b * b) * (box.right - box.left);
  const high = Math.sqrt(c * c + d * d) * (box.bottom - box.top);
  return { wide, high };
}

/** From a pixel of the sheet to a place of the piece, -1..1 each way. */
function inPiece({ unit: { box }, matrix: [a, b, c, d, e, f] }: Mark): Matrix {
  const det = a * d - b * c;
  const [sx, sy] = [2 / (box.right - box.left), 2 / (box.bottom - box.top)];
  const [mx, my] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const [ia, ib, ic, id] = [d / det, -b / det, -c / det, a / det];
  return [ia * sx, ib * sy, ic * sx, id * sy, (-(ia * e + ic * f) - mx) * sx, (-(ib * e + id * f) - my) * sy];
}

/** Tables of a flat mark: its colour as it is. */
const FLAT_LIGHT: LitPiece = { side: 1, seen: Float32Array.of(1), shine: Float32Array.of(0) };

/** What artwork is laid with, in kernel memory. */
function layer(kernels: Kernels, area: Area) {
  const size = 4 * area.width * rowsOf(area);
  const out = kernels.scratch('mark-artwork', size + 16);
  const bytes = kernels.scratch('mark-light-bytes', 65536);
  const lights = kernels.scratch('mark-byte-lights', 512);
  kernels.u8(bytes).set(bytesOfLight());
  kernels.u16(lights).set(LIGHT_OF_BYTE);
  const place = kernels.scratch('mark-place', 64);
  const tables = kernels.scratch('mark-tables', 8 * MOST_TABLE);
  let shown: LitPiece | null = null;
  return {
    out,
    size,
    lay(mark: Mark, part: Area, lit: LitPiece): void {
      const [r, g, b] = mark.colour!;
      if (shown !== lit) {
        kernels.f32(tables).set(lit.seen);
        kernels.f32(tables).set(lit.shine, MOST_TABLE);
        shown = lit;
      }
      kernels.f64(place).set([...inPiece(mark), part.x + 0.5, part.y + 0.5]);
      // Room that grows elsewhere may move: the cover is made last.
      const cover = coverageAt(kernels, mark.unit.outline, part, mark.matrix);
      kernels.run.layMark(
        cover,
        part.width,
        rowsOf(part),
        part.step,
        place.ptr,
        lit.side,
        tables.ptr,
        tables.ptr + 4 * MOST_TABLE,
        r,
        g,
        b,
        bytes.ptr,
        lights.ptr,
        out.ptr + 4 * (((part.y - area.y) / area.step) * area.width + part.x - area.x),
        4 * area.width,
      );
    },
  };
}

/** Places of a lit piece at most. */
const MOST_TABLE = 128 * 128;

/**
 * Artwork of coloured marks over an area, RGBA, mixed as light. As pieces: the ground, the shadows that pieces cast on it,
 * and the pieces in their colours as the light falls on them; without a look flat marks with exact edges.
 */
export function litArtwork(kernels: Kernels, marks: readonly Mark[], area: Area, look: PieceLook | null): Artwork {
  const rows = rowsOf(area);
  const shadows = look && look.light.shadow > 0 ? castShadows(kernels, marks, area, look.light) : null;
  const { out, size, lay } = layer(kernels, area);
  layGround(kernels.u8(out).subarray(0, size), look, shadows);
  const lit = look && look.light.height > 0 ? litPieces(look) : null;
  for (const mark of marks) {
    const part = markArea(mark, area);
    if (!part || !mark.colour) continue;
    const { wide, high } = frameOf(mark);
    lay(mark, part, lit ? lit(wide / high, mark.turn) : FLAT_LIGHT);
  }
  return { width: area.width, height: rows, channels: 4, data: kernels.u8(out).slice(0, size) };
}

/** Fills artwork with the ground, where shadows fall darker; without a ground shadows are black and clear by turns. */
function layGround(data: Uint8Array, look: PieceLook | null, shadows: Uint8Array | null): void {
  const ground = look?.ground;
  if (!look || !ground) {
    data.fill(0);
    if (shadows)
      for (let k = 0; k < shadows.length; k++) data[4 * k + 3] = Math.round(look!.light.shadow * shadows[k]!);
    return;
  }
  const words = new Uint32Array(data.buffer, data.byteOffset, data.length >> 2);
  const shades = Uint32Array.from({ length: 256 }, (_, shade) => {
    const kept = 1 - (look.light.shadow * shade) / 255;
    const [r, g, b] = ground.map((light) => byteOfLight(light * kept)) as [number, number, number];
    return ((255 << 24) | (b << 16) | (g << 8) | r) >>> 0;
  });
  if (shadows) for (let k = 0; k < words.length; k++) words[k] = shades[shadows[k]!]!;
  else words.fill(shades[0]!);
}

/** How much of each pixel lies in the shadow of a piece, 0..255: their outlines, moved away from the light. */
function castShadows(kernels: Kernels, marks: readonly Mark[], area: Area, light: Light): Uint8Array {
  const size = area.width * rowsOf(area);
  const out = kernels.scratch('mark-shadows', size + 8);
  kernels.u8(out).fill(0, 0, size);
  for (const mark of marks) {
    const { wide, high } = frameOf(mark);
    const far = (light.height * Math.min(wide, high)) / 2;
    const [a, b, c, d, e, f] = mark.matrix;
    const matrix: Matrix = [a, b, c, d, e - far * cosine(light.from), f + far * sine(light.from)];
    const part = markArea({ ...mark, matrix }, area);
    if (!part) continue;
    const cover = coverageAt(kernels, mark.unit.outline, part, matrix);
    const at = ((part.y - area.y) / area.step) * area.width + part.x - area.x;
    kernels.run.mostOf(cover, part.width, rowsOf(part), out.ptr + at, area.width);
  }
  return kernels.u8(out).slice(0, size);
}
