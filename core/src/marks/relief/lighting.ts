import { cosine, sine } from '../../math/exact.ts';
import type { ReliefKind } from './kind.ts';

/** How pieces are lit. */
export interface Light {
  /** Where the light comes from, in radians counter-clockwise from the right. */
  readonly from: number;
  /** Height of a piece beside half of its width, 0..1. */
  readonly height: number;
  /** 0..1. */
  readonly gloss: number;
  /** How dark cast shadows are, 0..1. */
  readonly shadow: number;
}

/** What light does to the colour of a piece at each place of it: how much of it is seen, and how much white is added. */
export interface LitPiece {
  readonly side: number;
  readonly seen: Float32Array;
  readonly shine: Float32Array;
}

const SIDE = 128;
/** Light that comes from everywhere. */
const AMBIENT = 0.35;
/** Steps along a ray towards the light in which shadows are looked for. */
const STEPS = 20;
/** A highlight is this narrow: the cosine to this power. */
const NARROW = 5;

/**
 * Shades a piece (Lambert, Photometria, 1760, for what is scattered; Blinn 1977 for the highlight). The light stands 45°
 * high, and a flat place that nothing shades keeps its colour. `turn`: of the piece, radians counter-clockwise.
 */
export function litPiece(kind: ReliefKind, aspect: number, turn: number, light: Light): LitPiece {
  const seen = new Float32Array(SIDE * SIDE);
  const shine = new Float32Array(SIDE * SIDE);
  // Towards the light, in the frame of the piece.
  const [dx, dy] = [cosine(light.from - turn), -sine(light.from - turn)];
  const flat = Math.SQRT1_2;
  const [ax, ay] = aspect >= 1 ? [1, 1 / aspect] : [aspect, 1];
  const e = 1 / SIDE;
  const heightAt = (x: number, y: number) =>
    Math.abs(x) > 1 || Math.abs(y) > 1 ? 0 : light.height * kind.height(x, y, aspect);
  for (let j = 0; j < SIDE; j++) {
    for (let i = 0; i < SIDE; i++) {
      const [x, y] = [(2 * (i + 0.5)) / SIDE - 1, (2 * (j + 0.5)) / SIDE - 1];
      const h = heightAt(x, y);
      const gx = (heightAt(x + e, y) - heightAt(x - e, y)) / (2 * e * ax);
      const gy = (heightAt(x, y + e) - heightAt(x, y - e)) / (2 * e * ay);
      const length = Math.sqrt(1 + gx * gx + gy * gy);
      const [nx, ny, nz] = [-gx / length, -gy / length, 1 / length];
      const facing = Math.max(0, (nx * dx + ny * dy) * flat + nz * flat);
      let shaded = 0;
      for (let k = 1; k <= STEPS && light.shadow > 0; k++) {
        const way = (k / STEPS) * light.height;
        if (heightAt(x + (dx * way) / ax, y + (dy * way) / ay) > h + way + 0.01) {
          shaded = light.shadow;
          break;
        }
      }
      // Half way between the light and the eye, which looks straight down.
      const [hx, hy, hz] = [dx * flat, dy * flat, flat + 1];
      const half = Math.sqrt(hx * hx + hy * hy + hz * hz);
      let bright = Math.max(0, (nx * hx + ny * hy + nz * hz) / half);
      for (let k = 0; k < NARROW; k++) bright *= bright;
      // What a flat place shines is taken away, so that gloss is seen where the piece is round.
      seen[j * SIDE + i] = (AMBIENT + ((1 - AMBIENT) * facing) / flat) * (1 - shaded * (1 - AMBIENT));
      shine[j * SIDE + i] = light.gloss * bright * (1 - shaded);
    }
  }
  return { side: SIDE, seen, shine };
}
