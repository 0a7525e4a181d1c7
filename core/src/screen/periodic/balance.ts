import { arcTangent, cosine, sine } from '../../math/exact.ts';
import { modulo } from '../../math/integers.ts';
import { evenOut } from './even-out.ts';
import { blueNoiseTile } from '../families/grain/blue-noise.ts';
import { latticeOf, latticePositions } from './positions.ts';
import { rankKey, ranksOf } from './rank.ts';
import { type RowForm, rowForm } from './row-form.ts';
import { actualBasis, areaOf, type Supercell } from './supercell.ts';

/** Side of the blue noise that spreads cells' shares. */
const NOISE = 64;

/**
 * A share 0..1 for every cell of a repeat. Blue noise, so that cells near each other have shares far apart
 * and no share goes along with how cells lie on the pixel grid, as any regular order would somewhere.
 */
function sharesOf({ i1, j1, i2, j2 }: Supercell): (i: number, j: number) => number {
  const { data, period } = blueNoiseTile(NOISE);
  const cells = i1 * j2 - i2 * j1;
  return (i, j) => {
    // The same cell of every repeat: the one inside the parallelogram of the two short vectors.
    const s = Math.floor((i * j2 - j * i2) / cells);
    const t = Math.floor((j * i1 - i * j1) / cells);
    const x = modulo(i - s * i1 - t * i2, NOISE);
    const y = modulo(j - s * j1 - t * j2, NOISE);
    return data[y * period + x]! / 65535;
  };
}

/** Width in cells of the window in which coverage is evened out at the end. */
const WINDOW = 2;
/** Number of such rounds; each removes ripples that the one before has left. */
const TURNS = 1;

/** Pixels whose place in the cell says where its dot, or its hole, has its middle. */
const MIDDLE_SHARE = 0.25;
/** Number of pixels that suffices to find the centre. */
const LOOKED_AT = 400;
/** Below this resultant length the pixels have no common centre; the centre of the cell is taken. */
const CLEAR = 0.1;
/** Up to the first tone dots are counted alone, from the second on holes alone; between, both. */
const DOTS_UP_TO = 0.25;
const HOLES_FROM = 0.75;

/** Returns the circular mean of some pixels of the cell in one coordinate 0..1; ½ if there is none. */
function middleOf(at: Float64Array, pixels: Uint32Array): number {
  const step = Math.max(1, Math.floor(pixels.length / LOOKED_AT));
  let x = 0;
  let y = 0;
  let seen = 0;
  for (let k = 0; k < pixels.length; k += step, seen++) {
    const angle = 2 * Math.PI * at[pixels[k]!]!;
    x += cosine(angle);
    y += sine(angle);
  }
  if (Math.sqrt(x * x + y * y) < CLEAR * seen) return 0.5;
  const turn = arcTangent(y, x) / (2 * Math.PI);
  return turn - Math.floor(turn);
}

/**
 * Ranks of a repeat's pixels such that every cell grows in step with all others. `keys` order the pixels by
 * height alone; taken as they are, cells that lie otherwise on the pixel grid would grow at different tones,
 * and flats would show broad ripples. So pixels are counted dot by dot in the lights and hole by hole in the
 * darks, and dots take their next pixel one after the other, in a well-spread order.
 */
export function balancedRanks(cell: Supercell, form: RowForm, keys: Uint32Array): Uint32Array {
  const cells = Math.abs(cell.i1 * cell.j2 - cell.i2 * cell.j1);
  const byHeight = ranksOf(keys);
  if (cells === 1) return byHeight;
  const count = keys.length;
  const at = latticePositions(cell);
  const u = new Float64Array(count);
  const v = new Float64Array(count);
  for (let y = 0, k = 0; y < form.rows; y++) {
    for (let x = 0; x < form.period; x++, k++) {
      const place = latticeOf(at, x, y);
      u[k] = place.u / at.unit;
      v[k] = place.v / at.unit;
    }
  }
  const order = new Uint32Array(count);
  for (let k = 0; k < count; k++) order[byHeight[k]!] = k;
  const share = sharesOf(cell);
  const area = areaOf(cell) / cells;
  // Cells are numbered as pixels are: in rows with a shift from band to band.
  const cellForm = rowForm({ x1: cell.i1, y1: -cell.j1, x2: cell.i2, y2: -cell.j2 });

  const idOf = new Uint32Array(count);
  const shares = new Float64Array(cells);

  /** For each pixel, taken in an order, how many of its cell come before it and the cell's share, in tone. */
  function counts(pixels: Uint32Array): Float64Array {
    const some = pixels.subarray(0, Math.max(1, Math.round(count * MIDDLE_SHARE)));
    const [cu, cv] = [middleOf(u, some), middleOf(v, some)];
    // Cells are told apart in the order of memory; the pixels' own order jumps about in it.
    shares.fill(-1);
    for (let k = 0; k < count; k++) {
      const i = Math.floor(u[k]! - cu + 0.5);
      const j = Math.floor(v[k]! - cv + 0.5);
      const band = Math.floor(j / cellForm.rows);
      const column = modulo(i - band * cellForm.shift, cellForm.period);
      const id = (j - band * cellForm.rows) * cellForm.period + column;
      idOf[k] = id;
      if (shares[id]! < 0) shares[id] = share(i, j);
    }
    const counted = new Uint32Array(cells);
    const tones = new Float64Array(count);
    for (const k of pixels) {
      const id = idOf[k]!;
      tones[k] = (counted[id]!++ + shares[id]!) / area;
    }
    return tones;
  }

  const dots = counts(order);
  const holes = counts(order.slice().reverse());
  const inStep = new Uint32Array(count);
  for (let y = 0, k = 0; y < form.rows; y++) {
    for (let x = 0; x < form.period; x++, k++) {
      const t = Math.min(1, Math.max(0, (byHeight[k]! / count - DOTS_UP_TO) / (HOLES_FROM - DOTS_UP_TO)));
      const weight = t * t * (3 - 2 * t);
      const tone = (1 - weight) * dots[k]! + weight * (1 - holes[k]!);
      inStep[k] = rankKey(1 - 2 * Math.min(1, Math.max(0, tone)), x, y);
    }
  }
  let ranks = ranksOf(inStep);
  const { ax, ay, bx, by } = actualBasis(cell);
  const longer = Math.sqrt(Math.max(ax * ax + ay * ay, bx * bx + by * by));
  const width = Math.max(3, Math.round(WINDOW * longer));
  for (let turn = 0; turn < TURNS; turn++) {
    const tones = evenOut(ranks, form, width);
    for (let y = 0, k = 0; y < form.rows; y++) {
      for (let x = 0; x < form.period; x++, k++) inStep[k] = rankKey(1 - 2 * Math.min(1, Math.max(0, tones[k]!)), x, y);
    }
    ranks = ranksOf(inStep);
  }
  return ranks;
}
