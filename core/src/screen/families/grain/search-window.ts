import { exponential, square } from '../../../math/exact.ts';

/** Deviation in pixels of the bell that stands for the eye. */
const EYE = 1.3;
/** Reach of its self-correlation. */
export const REACH = 5;
const WIDE = 2 * REACH + 1;

/** Self-correlation of the eye's bell: a bell √2 as wide, 1 in its middle. */
export function eyeCorrelation(): Float64Array {
  const bell = Float64Array.from({ length: WIDE }, (_, k) => exponential(-square(k - REACH) / (4 * EYE * EYE)));
  return Float64Array.from({ length: WIDE * WIDE }, (_, k) => bell[Math.floor(k / WIDE)]! * bell[k % WIDE]!);
}

/** Tone from either end from which on a pixel may change alone. */
const LEAST_ALONE = 0.1;
/**
 * Share of the way between two levels from either of them from which on pixels may be exchanged. Dots that are further
 * apart than the eye's bell reaches feel nothing but the slope of the picture: they would all wander to its darker parts.
 */
const LEAST_EXCHANGED = 0.045;

const NEIGHBOURS = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [-1, 0],
  [1, 0],
  [-1, 1],
  [0, 1],
  [1, 1],
] as const;

/** What pixels can print: points of one coordinate for levels, of three for a palette. */
export interface Inks {
  readonly channels: number;
  readonly count: number;
  readonly points: Float64Array;
  wanted(values: Uint16Array, at: number, plane: number, out: Float64Array, to: number): void;
  first(values: Uint16Array, at: number, plane: number, threshold: number): number;
}

/** The window that is being searched: `above` rows that are decided, then rows that may change. */
export class Search {
  readonly error: Float64Array;
  readonly felt: Float64Array;
  constructor(
    readonly width: number,
    readonly rows: number,
    readonly above: number,
    readonly inks: Inks,
    readonly wanted: Float64Array,
    readonly print: Uint8Array,
    readonly eye: Float64Array,
  ) {
    const { channels, points } = inks;
    this.error = new Float64Array(width * rows * channels);
    for (let k = 0; k < width * rows; k++) {
      for (let c = 0; c < channels; c++) {
        this.error[k * channels + c] = points[print[k]! * channels + c]! - wanted[k * channels + c]!;
      }
    }
    this.felt = this.correlate();
  }

  /** Error as the eye's correlation gathers it, by two passes of its bell. */
  private correlate(): Float64Array {
    const { width, rows, inks, eye } = this;
    const { channels } = inks;
    const bell = eye.subarray(REACH * WIDE, (REACH + 1) * WIDE);
    const across = new Float64Array(this.error.length);
    const out = new Float64Array(this.error.length);
    for (let y = 0; y < rows; y++) {
      for (let x = 0; x < width; x++) {
        for (let k = Math.max(-REACH, -x); k <= Math.min(REACH, width - 1 - x); k++) {
          const w = bell[k + REACH]!;
          for (let c = 0; c < channels; c++) {
            across[(y * width + x) * channels + c]! += w * this.error[(y * width + x + k) * channels + c]!;
          }
        }
      }
    }
    for (let y = this.above; y < rows; y++) {
      for (let k = Math.max(-REACH, -y); k <= Math.min(REACH, rows - 1 - y); k++) {
        const w = bell[k + REACH]!;
        const from = (y + k) * width * channels;
        const to = y * width * channels;
        for (let x = 0; x < width * channels; x++) out[to + x]! += w * across[from + x]!;
      }
    }
    return out;
  }

  /** Changes pixel (x, y) to another ink and lets its neighbourhood feel it. */
  private change(x: number, y: number, ink: number): void {
    const { width, rows, above, inks, print, eye, felt } = this;
    const { channels, points } = inks;
    const at = y * width + x;
    for (let c = 0; c < channels; c++) {
      const by = points[ink * channels + c]! - points[print[at]! * channels + c]!;
      const x0 = Math.max(-REACH, -x);
      const x1 = Math.min(REACH, width - 1 - x);
      for (let j = Math.max(-REACH, above - y); j <= Math.min(REACH, rows - 1 - y); j++) {
        const row = (j + REACH) * WIDE + REACH;
        const to = (at + j * width) * channels + c;
        for (let i = x0; i <= x1; i++) felt[to + i * channels]! += by * eye[row + i]!;
      }
    }
    print[at] = ink;
  }

  /** One pass over the window; returns how many pixels changed. */
  sweep(): number {
    const { width, rows, above, print } = this;
    let changed = 0;
    for (let y = above; y < rows; y++) {
      for (let x = 0; x < width; x++) {
        const best = this.best(x, y);
        if (best === null) continue;
        const at = y * width + x;
        if (best.other >= 0) {
          const mine = print[at]!;
          const [ox, oy] = [best.other % width, Math.floor(best.other / width)];
          this.change(x, y, print[best.other]!);
          this.change(ox, oy, mine);
        } else this.change(x, y, best.ink);
        changed++;
      }
    }
    return changed;
  }

  private readonly found = { ink: 0, other: -1 };

  /** Whether pixel `at` may change alone: with two inks, in midtones. */
  private mayChange(at: number): boolean {
    const { inks, wanted } = this;
    return inks.count === 2 && inks.channels === 1 && wanted[at]! > LEAST_ALONE && wanted[at]! < 1 - LEAST_ALONE;
  }

  /** Whether pixel `at` may be exchanged: of levels not near one of them, of palettes always. */
  private mayExchange(at: number): boolean {
    const { inks, wanted } = this;
    if (inks.channels > 1) return true;
    const steps = wanted[at]! * (inks.count - 1);
    const between = steps - Math.floor(steps);
    return between > LEAST_EXCHANGED && between < 1 - LEAST_EXCHANGED;
  }

  /** The change, or the exchange with a neighbour, that takes most off the error that is felt; null if none does. */
  private best(x: number, y: number): { ink: number; other: number } | null {
    const { width, rows, above, inks, print, eye, felt, found } = this;
    const { channels, points } = inks;
    const at = y * width + x;
    if (!this.mayExchange(at)) return null;
    const mine = print[at]!;
    let least = -1e-9;
    found.other = -1;
    found.ink = -1;
    if (this.mayChange(at)) {
      const by = mine === 1 ? -1 : 1;
      const gain = 1 + 2 * by * felt[at]!;
      if (gain < least) {
        least = gain;
        found.ink = 1 - mine;
      }
    }
    for (const [dx, dy] of NEIGHBOURS) {
      const nx = x + dx;
      const ny = y + dy;
      if (nx < 0 || nx >= width || ny < above || ny >= rows) continue;
      const other = at + dy * width + dx;
      const theirs = print[other]!;
      if (theirs === mine || !this.mayExchange(other)) continue;
      const apart = 2 - 2 * eye[(dy + REACH) * WIDE + dx + REACH]!;
      let gain = 0;
      for (let c = 0; c < channels; c++) {
        const by = points[theirs * channels + c]! - points[mine * channels + c]!;
        gain += by * (apart * by + 2 * (felt[at * channels + c]! - felt[other * channels + c]!));
      }
      if (gain < least) {
        least = gain;
        found.other = other;
      }
    }
    return found.ink >= 0 || found.other >= 0 ? found : null;
  }
}
