import { oklabOfLight } from '../colour/oklab.ts';
import { decodeSrgb, parseHex } from '../colour/srgb.ts';

/** Entries a side of the table of distances; values between are interpolated. */
const SIDE = 33;
const STEP = 255 / (SIDE - 1);

/** Distance in OKLab of sRGB colours to the nearest of some, `#rrggbb`, in a cube of SIDE³ entries. */
export function distanceCube(colours: readonly string[]): Float32Array {
  const lab = (r: number, g: number, b: number) => {
    const out = [0, 0, 0];
    oklabOfLight(decodeSrgb(r / 255), decodeSrgb(g / 255), decodeSrgb(b / 255), out);
    return out as [number, number, number];
  };
  const targets = colours.map((colour) => lab(...(parseHex(colour) ?? [255, 255, 255])));
  const cube = new Float32Array(SIDE * SIDE * SIDE);
  const light = Float64Array.from({ length: SIDE }, (_, k) => decodeSrgb(Math.min(1, (k * STEP) / 255)));
  const point = [0, 0, 0];
  for (let r = 0, at = 0; r < SIDE; r++) {
    for (let g = 0; g < SIDE; g++) {
      for (let b = 0; b < SIDE; b++, at++) {
        oklabOfLight(light[r]!, light[g]!, light[b]!, point);
        let nearest = 9;
        for (const t of targets) {
          const [dl, da, db] = [point[0]! - t[0], point[1]! - t[1], point[2]! - t[2]];
          nearest = Math.min(nearest, Math.sqrt(dl * dl + da * da + db * db));
        }
        cube[at] = nearest;
      }
    }
  }
  return cube;
}

/** The distance of one colour (bytes), interpolated in the cube. */
export function distanceAt(cube: Float32Array, r: number, g: number, b: number): number {
  const x = r / STEP;
  const y = g / STEP;
  const z = b / STEP;
  const i = Math.min(SIDE - 2, x | 0);
  const j = Math.min(SIDE - 2, y | 0);
  const k = Math.min(SIDE - 2, z | 0);
  const at = (i * SIDE + j) * SIDE + k;
  const [v, w] = [y - j, z - k];
  const near = faceAt(cube, at, v, w);
  return near + (faceAt(cube, at + SIDE * SIDE, v, w) - near) * (x - i);
}

function faceAt(cube: Float32Array, at: number, v: number, w: number): number {
  const near = lineAt(cube, at, w);
  return near + (lineAt(cube, at + SIDE, w) - near) * v;
}

const lineAt = (cube: Float32Array, at: number, w: number): number => cube[at]! + (cube[at + 1]! - cube[at]!) * w;
