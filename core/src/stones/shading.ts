import { byteOfLight, type LinearRgb } from '../colour/srgb.ts';
import { cosine, sine } from '../math/exact.ts';

/** Squares of the map of a stone each way. */
export const SHADED = 96;

/** Where light comes from: the upper left. */
const LIGHT = (3 * Math.PI) / 4;

/** Facets round the table of a stone. */
const FACETS = 8;

/** Radius of the table, and of the ring where upper facets meet lower ones. */
const TABLE = 0.5;
const GIRDLE = 0.8;

/** Directions of the middles of facets. */
const DIRECTIONS = Array.from({ length: 2 * FACETS }, (_, k) => {
  const turn = (k * Math.PI) / FACETS;
  return [cosine(turn), sine(turn)] as const;
});

/** Which facet of a ring a place lies in: the one whose direction it follows most. */
function facetAt(u: number, v: number, from: number): number {
  let [best, most] = [0, -Infinity];
  for (let k = from; k < 2 * FACETS; k += 2) {
    const [x, y] = DIRECTIONS[k]!;
    const along = u * x - v * y;
    if (along > most) [best, most] = [k, along];
  }
  return best;
}

/**
 * How a cut stone is seen at a place of it, -1..1 each way, y downwards: how much of its colour, and how much light of its
 * own. The look is made up: a table, eight facets round it and eight below them, each as bright as it faces the light.
 */
function seenAt(u: number, v: number): readonly [number, number] {
  const d = Math.sqrt(u * u + v * v);
  const [lx, ly] = [cosine(LIGHT), -sine(LIGHT)];
  if (d < TABLE * 0.96) {
    const towards = (u * lx + v * ly) / TABLE;
    const glint = (u + 0.2) * (u + 0.2) + (v + 0.22) * (v + 0.22) < 0.018 ? 0.75 : 0;
    return [0.95 + 0.22 * towards, glint];
  }
  const outer = d > GIRDLE;
  const facet = DIRECTIONS[facetAt(u, v, outer ? 1 : 0)]!;
  const faces = facet[0] * lx - facet[1] * ly;
  const mul = outer ? 0.62 + 0.3 * faces : 0.82 + 0.5 * faces;
  const shine = !outer && faces > 0.9 ? 0.3 : outer && faces < -0.9 ? 0.12 : 0;
  return [d > 0.95 ? mul * 0.7 : mul, shine];
}

/** Colours of a stone over a map of `SHADED` squares each way: red, green and blue bytes. */
export function shadedStone(colour: LinearRgb): Uint8Array {
  const out = new Uint8Array(3 * SHADED * SHADED);
  for (let y = 0, at = 0; y < SHADED; y++) {
    for (let x = 0; x < SHADED; x++, at += 3) {
      const [mul, add] = seenAt((2 * (x + 0.5)) / SHADED - 1, (2 * (y + 0.5)) / SHADED - 1);
      for (let c = 0; c < 3; c++) out[at + c] = byteOfLight(Math.min(1, Math.max(0, colour[c]! * mul + add)));
    }
  }
  return out;
}
