import { type Rgb, type Spectrum, type Wave, wavesOf } from './spectrum-peaks.ts';

/** A wave vector in cycles a pixel, rows downwards. */
export type Vector = readonly [number, number];

/** The regular screen of one ink (or of several that share it) as a scan shows it. */
export interface Lattice {
  /** The waves that it is made of: two of dots, one of lines. */
  readonly waves: readonly [Vector] | readonly [Vector, Vector];
  /** Power of the strongest wave. */
  readonly power: number;
  readonly prominence: number;
  /** Direction of the density of its ink, of length 1. */
  readonly channels: Rgb;
  /** Power of the weaker wave as a share of that of the stronger; 0 of lines. */
  readonly evenness: number;
}

const length = ([x, y]: Vector): number => Math.sqrt(x * x + y * y);
const apart = (a: Vector, b: Vector): number => length([a[0] - b[0], a[1] - b[1]]);
const times = (k: number, [x, y]: Vector): Vector => [k * x, k * y];
const sum = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1]];
const turned = ([x, y]: Vector, degrees: number): Vector => {
  const t = (degrees * Math.PI) / 180;
  return [x * Math.cos(t) - y * Math.sin(t), x * Math.sin(t) + y * Math.cos(t)];
};
const normal = (v: Rgb): Rgb => {
  const n = Math.hypot(...v) || 1;
  return [v[0] / n, v[1] / n, v[2] / n];
};

/** Most lattices that are looked for: four inks, and one more that would show that something is wrong. */
const MOST = 5;
/** Waves of one screen differ at most so far in the direction of their colour. */
const ALIKE = 0.94;
/** Waves of one colour that lie nearer to each other than this share of their length belong to one screen. */
const FOOT = 0.09;
/**
 * A wave between two screens, of their own waves and of harmonics, has at most this share of the power of the weaker of
 * them: densities of inks add up, so that little is left of it.
 */
const BETWEEN = [0.22, 0.1] as const;

const alike = (a: Rgb, b: Rgb, least = ALIKE): boolean => {
  const [x, y] = [normal(a), normal(b)];
  return x[0] * y[0] + x[1] * y[1] + x[2] * y[2] > least;
};

/** Least share of all that is regular or not in a spectrum, of the strongest screen and of a further one. */
const LEAST_SHARE = [0.06, 0.012] as const;

/** The share of the power of a spectrum that lies in the waves of a screen, broad shapes of the picture left out. */
export function shareOf({ side, size, power }: Spectrum, { waves: [a, b] }: Pick<Lattice, 'waves'>): number {
  const reach = Math.ceil((2.5 * side) / size);
  const places = new Set<number>();
  const wrap = (k: number) => (k + side) % side;
  for (const [x, y] of harmonics({ waves: b ? [a, b] : [a] }, 3)) {
    if (Math.hypot(x, y) > 0.48) continue;
    for (let v = -reach; v <= reach; v++) {
      for (let u = -reach; u <= reach; u++)
        places.add(wrap(Math.round(y * side) + v) * side + wrap(Math.round(x * side) + u));
    }
  }
  let own = 0;
  for (const k of places) own += power[k]!;
  return own / finePower(power, side, (7 * side) / size);
}

/** Sum of the power of waves that are shorter than those of the picture. */
function finePower(power: Float64Array, side: number, from: number): number {
  let sum = 0;
  for (let y = 0; y < side; y++) {
    const ky = y < side / 2 ? y : y - side;
    for (let x = 0; x < side; x++) {
      const kx = x < side / 2 ? x : x - side;
      const r2 = kx * kx + ky * ky;
      if (r2 > from * from && r2 < (side / 2) ** 2) sum += power[y * side + x]!;
    }
  }
  return sum + 1e-300;
}

/** The regular screens of a spectrum; none where what stands out holds next to nothing of it, as of grain. */
export function screensOf(spectrum: Spectrum): Lattice[] {
  const bin = 1 / spectrum.size;
  const all = latticesOf(wavesOf(spectrum), bin).map((lattice) => ({ lattice, share: shareOf(spectrum, lattice) }));
  if (!(all[0] && all[0].share > LEAST_SHARE[0])) return [];
  return all.filter(({ share }) => share > LEAST_SHARE[1]).map(({ lattice }) => lattice);
}

/** All sums of whole multiples of the waves of a lattice up to an order, without zero. */
function* harmonics({ waves }: Pick<Lattice, 'waves'>, order: number): Generator<Vector> {
  const [a, b] = waves;
  for (let i = -order; i <= order; i++) {
    for (let j = b ? -order : 0; j <= (b ? order : 0); j++) {
      if (i !== 0 || j !== 0) yield b ? sum(times(i, a), times(j, b)) : times(i, a);
    }
  }
}

/**
 * The screens of which waves are: each has its own wave or waves, and of the others some are harmonics of one screen and
 * some the ripples of two. `bin` is the width of a value of the spectrum in cycles a pixel.
 */
export function latticesOf(waves: readonly Wave[], bin: number): Lattice[] {
  const found: Lattice[] = [];
  const vector = (w: Wave): Vector => [w.fx, w.fy];
  /** The strongest wave near a place, or its mirror image. */
  const near = (place: Vector, reach: number): Wave | null => {
    for (const w of waves) {
      if (apart(vector(w), place) < reach || apart(times(-1, vector(w)), place) < reach) return w;
    }
    return null;
  };
  const explained = (w: Wave): boolean => {
    const v = vector(w);
    for (const one of found) {
      // One ink has one screen: what is weaker and of its colour belongs to its picture.
      if (w.power < 0.15 * one.power && alike(w.channels, one.channels, 0.985)) return true;
      if (w.power < 0.08 * one.power && alike(w.channels, one.channels, 0.93)) return true;
      for (const h of harmonics(one, 5))
        if (apart(v, h) < bin * (1.6 + 0.3 * (length(h) / length(one.waves[0])))) return true;
      // Slopes of the picture widen the foot of a strong wave.
      for (const own of one.waves) {
        const off = Math.min(apart(v, own), apart(v, times(-1, own)));
        if (off < FOOT * length(own) && alike(w.channels, one.channels, 0.97)) return true;
        if (Math.min(apart(v, own), apart(v, times(-1, own))) < 7 * bin && w.power < 0.25 * one.power) return true;
      }
    }
    for (let m = 0; m < found.length; m++) {
      for (let n = 0; n < found.length; n++) {
        const share = w.power / Math.min(found[m]!.power, found[n]!.power);
        const order = share < BETWEEN[1] ? 2 : share < BETWEEN[0] ? 1 : 0;
        for (const a of harmonics(found[m]!, order)) {
          for (const b of harmonics(found[n]!, Math.min(1, order))) if (apart(v, sum(a, b)) < 2.5 * bin) return true;
        }
      }
    }
    return false;
  };
  for (const w of waves) {
    if (found.length >= MOST) break;
    if (found[0] && w.power < 0.006 * found[0].power) break;
    if (w.prominence < 60 || explained(w)) continue;
    found.push(latticeFrom(w, near, bin));
  }
  return found;
}

/** Rows that are moved by half a cell: their waves, (0, 1), (1, ½) and (1, −½), by turn and length from one to the next. */
const STAGGER = Math.sqrt(1.25);
const STAGGER_TURN = (Math.atan(2) * 180) / Math.PI;
/** Turn and stretch from one wave to the other of hexagonal and of staggered lattices. */
const SLANTED: readonly (readonly [number, number])[] = [1, -1].flatMap((way) => [
  [60 * way, 1] as const,
  [STAGGER_TURN * way, STAGGER] as const,
  [STAGGER_TURN * way, 1 / STAGGER] as const,
  [(180 - 2 * STAGGER_TURN) * way, 1] as const,
]);

/** The screen that has a wave: with the wave that makes a lattice of it, where there is one. */
function latticeFrom(w: Wave, near: (place: Vector, reach: number) => Wave | null, bin: number): Lattice {
  const v: Vector = [w.fx, w.fy];
  const base = { power: w.power, prominence: w.prominence, channels: normal(w.channels) };
  /** A wave of the same ink at a place, as a vector that points there. */
  const partner = (place: Vector, least: number, own = 0.9): { readonly at: Vector; readonly power: number } | null => {
    const reach = bin * 2 + 0.006 * length(place);
    const other = near(place, reach);
    if (!other || other.power < least * w.power || !alike(other.channels, w.channels, own)) return null;
    const at: Vector = [other.fx, other.fy];
    return { at: apart(at, place) < reach ? at : times(-1, at), power: other.power };
  };
  const right = partner(turned(v, 90), 0.02);
  // Lattices without right angles have a third wave, the difference of the first two.
  const slanted = SLANTED.flatMap(([turn, stretch]) => {
    const other = partner(times(stretch, turned(v, turn)), 0.3, 0.97);
    const third = other && partner(sum(v, times(-1, other.at)), 0.3, 0.97);
    return other && third ? [{ ...other, power: Math.min(other.power, third.power) }] : [];
  });
  const [six] = slanted.sort((a, b) => b.power - a.power);
  if (six && (!right || six.power > 2 * right.power)) {
    return { ...base, waves: [v, six.at], evenness: Math.min(1, six.power / w.power) };
  }
  if (!right) {
    // Cells may be twice as long as wide.
    for (const stretch of [0.5, 2]) {
      const other = partner(times(stretch, turned(v, 90)), 0.02);
      if (other) return { ...base, waves: [v, other.at], evenness: Math.min(1, other.power / w.power) };
    }
    const half = partner(times(0.5, v), 0.15);
    return { ...base, waves: [half ? half.at : v], evenness: 0 };
  }
  // The strongest wave may be the second one of a lattice whose own stand between.
  const halves = [times(0.5, sum(v, right.at)), times(0.5, sum(v, times(-1, right.at)))].map((h) => partner(h, 0.06));
  const [first, second] = halves;
  const pair: readonly [Vector, Vector] = first && second ? [first.at, second.at] : [v, right.at];
  return { ...base, waves: pair, evenness: Math.min(1, right.power / w.power) };
}
