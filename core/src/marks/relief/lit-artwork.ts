import { byteOfLight, bytesOfLight, LIGHT_OF_BYTE, type LinearRgb } from '../../colour/srgb.ts';
import type { Kernels } from '../../kernel/kernels.ts';
import { cosine, sine } from '../../math/exact.ts';
import { type Area, rowsOf } from '../../raster/area.ts';
import type { Artwork } from '../../raster/plate.ts';
import type { Mark } from '../mark.ts';
import type { Matrix } from '../outline.ts';
import { coverageOfOutline, markArea } from '../raster.ts';
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

/**
 * Artwork of pieces over an area, RGBA: the ground, the shadows that pieces cast on it, and the pieces in their colours
 * as the light falls on them, mixed as light.
 */
export function litArtwork(kernels: Kernels, marks: readonly Mark[], area: Area, look: PieceLook): Artwork {
  const rows = rowsOf(area);
  const size = area.width * rows;
  const data = new Uint8Array(4 * size);
  const lit = litPieces(look);
  const shadows = look.light.shadow > 0 ? castShadows(kernels, marks, area, look.light) : null;
  const { ground } = look;
  const dark = new Map<number, readonly [number, number, number]>();
  for (let k = 0; k < size; k++) {
    const shade = shadows ? shadows[k]! : 0;
    if (ground) {
      let own = dark.get(shade);
      if (!own) {
        const kept = 1 - (look.light.shadow * shade) / 255;
        own = [byteOfLight(ground[0] * kept), byteOfLight(ground[1] * kept), byteOfLight(ground[2] * kept)];
        dark.set(shade, own);
      }
      data[4 * k] = own[0];
      data[4 * k + 1] = own[1];
      data[4 * k + 2] = own[2];
      data[4 * k + 3] = 255;
    } else data[4 * k + 3] = Math.round(look.light.shadow * shade);
  }
  for (const mark of marks) {
    const part = markArea(mark, area);
    if (!part || !mark.colour) continue;
    const cover = coverageOfOutline(kernels, mark.unit.outline, part, mark.matrix);
    const { wide, high } = frameOf(mark);
    layPiece(data, area, part, cover, mark.colour, inPiece(mark), lit(wide / high, mark.turn));
  }
  return { width: area.width, height: rows, channels: 4, data };
}

/** How much of each pixel lies in the shadow of a piece, 0..255: their outlines, moved away from the light. */
function castShadows(kernels: Kernels, marks: readonly Mark[], area: Area, light: Light): Uint8Array {
  const out = new Uint8Array(area.width * rowsOf(area));
  for (const mark of marks) {
    const { wide, high } = frameOf(mark);
    const far = (light.height * Math.min(wide, high)) / 2;
    const [a, b, c, d, e, f] = mark.matrix;
    const matrix: Matrix = [a, b, c, d, e - far * cosine(light.from), f + far * sine(light.from)];
    const part = markArea({ ...mark, matrix }, area);
    if (!part) continue;
    const cover = coverageOfOutline(kernels, mark.unit.outline, part, matrix);
    const rows = rowsOf(part);
    for (let k = 0, at = 0; k < rows; k++) {
      let to = ((part.y - area.y) / area.step + k) * area.width + part.x - area.x;
      for (let x = 0; x < part.width; x++, at++, to++) if (cover[at]! > out[to]!) out[to] = cover[at]!;
    }
  }
  return out;
}

function layPiece(
  data: Uint8Array,
  area: Area,
  part: Area,
  cover: Uint8Array,
  colour: LinearRgb,
  [a, b, c, d, e, f]: Matrix,
  { side, seen, shine }: LitPiece,
): void {
  const rows = rowsOf(part);
  const bytes = bytesOfLight();
  const byte = (light: number): number => bytes[light >= 1 ? 65535 : light <= 0 ? 0 : Math.floor(light * 65535 + 0.5)]!;
  const [red, green, blue] = colour;
  const half = side / 2;
  const last = side - 1;
  for (let k = 0, at = 0; k < rows; k++) {
    const py = part.y + k * part.step + 0.5;
    let to = 4 * (((part.y - area.y) / area.step + k) * area.width + part.x - area.x);
    for (let x = 0; x < part.width; x++, at++, to += 4) {
      const own = cover[at]!;
      if (own === 0) continue;
      const px = part.x + x + 0.5;
      const i = Math.floor((a * px + c * py + e + 1) * half);
      const j = Math.floor((b * px + d * py + f + 1) * half);
      const place = (j < 0 ? 0 : j > last ? last : j) * side + (i < 0 ? 0 : i > last ? last : i);
      const [kept, more] = [seen[place]!, shine[place]!];
      if (own === 255) {
        data[to] = byte(red * kept + more);
        data[to + 1] = byte(green * kept + more);
        data[to + 2] = byte(blue * kept + more);
        data[to + 3] = 255;
        continue;
      }
      const under = (data[to + 3]! * (255 - own)) / 255;
      const whole = own + under;
      for (let p = 0; p < 3; p++) {
        const light = Math.min(1, colour[p]! * kept + more);
        data[to + p] = byte((light * own + (LIGHT_OF_BYTE[data[to + p]!]! / 65535) * under) / whole);
      }
      data[to + 3] = Math.round(whole);
    }
  }
}
