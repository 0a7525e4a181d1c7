import { CODE_BITS } from './chart-code.ts';
import { CHART_HEIGHT, CHART_WIDTH, MOST_CHART_INKS } from './chart-spec.ts';

/** A rectangle of a chart in its own units, from the top left. */
export interface ChartBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A square of one tone, printed by some inks. */
export interface TonePatch extends ChartBox {
  /** Bit k is ink k. */
  readonly inks: number;
  /** Share of each of these inks, 0..1. */
  readonly tone: number;
}

/** What a target of fine marks is made of: lines, lines that stay open in a solid, or dots. */
export type TargetKind = 'lines' | 'gaps' | 'dots';

/** A square of fine marks, all of one size, which stand four of their sizes apart. */
export interface TargetPatch extends ChartBox {
  readonly ink: number;
  readonly kind: TargetKind;
  /** Width of a line or gap, diameter of a dot, in units of the chart. */
  readonly size: number;
}

/** A solid disc of one ink, whose middle tells where the ink lands. */
export interface RegisterDot {
  readonly ink: number;
  readonly x: number;
  readonly y: number;
}

export interface ChartLayout {
  readonly tones: readonly TonePatch[];
  readonly targets: readonly TargetPatch[];
  readonly dots: readonly RegisterDot[];
  /** Middles of crosses that all inks print on each other, for the eye. */
  readonly crosses: readonly (readonly [number, number])[];
  /** Middles of places that no ink prints. */
  readonly bare: readonly (readonly [number, number])[];
}

/** Middles of the corner marks: top left, top right, bottom right, bottom left. */
export const CORNERS: readonly (readonly [number, number])[] = [
  [8, 8],
  [CHART_WIDTH - 8, 8],
  [CHART_WIDTH - 8, CHART_HEIGHT - 8],
  [8, CHART_HEIGHT - 8],
];
/** Radii of a corner mark: a disc, and the inner and outer edge of the ring round it. */
export const CORNER = { disc: 2.2, inner: 4.2, outer: 6 } as const;

/** The code stands between the upper corner marks. */
export const CODE = { x: 23, y: 8, pitch: (CHART_WIDTH - 46) / CODE_BITS, width: 3.6, height: 5 } as const;

/** Tones of the wedge of each ink: closer where dots begin to print and where they fill. */
export const WEDGE_TONES: readonly number[] = [
  0.5, 1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 75, 80, 85, 90, 93, 95, 97, 99, 100,
].map((percent) => percent / 100);
/** Tones of the wedges of overprints. */
export const OVERPRINT_TONES: readonly number[] = [0.1, 0.25, 0.5, 0.75, 0.9, 1];
/** Sizes of fine marks in units of the chart. */
export const TARGET_SIZES: readonly number[] = [0.05, 0.075, 0.1, 0.15, 0.2, 0.3, 0.4];
const KINDS: readonly TargetKind[] = ['lines', 'gaps', 'dots'];

export const DOT_RADIUS = 1.1;
/** Room round a register dot: an ink that lands farther off is not found. */
export const DOT_ROOM = 3.3;
export const CROSS = { length: 3, width: 0.3 } as const;

const PATCH_WIDTH = 7;
/** What stays bare between two rows of patches. */
const GAP = 2;
/** Rows are as high as there is room for them, and no higher than this with their gap. */
const HIGHEST_ROW = 26;
const LEFT = 5.5;
const TOP = 18;
const BOTTOM = CHART_HEIGHT - 16;
/** Rows of register dots stand at three places across. */
const STATIONS = [8, 72, 136] as const;

/** Combinations of two inks and more that have a wedge, as bits: all of up to four inks, and of more inks pairs and threes. */
export function overprintsOf(inks: number): number[] {
  const count = (bits: number): number => bits.toString(2).replaceAll('0', '').length;
  const all = Array.from({ length: 1 << inks }, (_, bits) => bits).filter((bits) => count(bits) > 1);
  return all.filter((bits) => inks <= 4 || count(bits) <= 3).sort((a, b) => count(a) - count(b) || a - b);
}

/** Where everything stands on the chart of so many inks, in units of the chart. */
export function chartLayout(inks: number): ChartLayout {
  if (!Number.isInteger(inks) || inks < 1 || inks > MOST_CHART_INKS)
    throw new RangeError(`A chart is made for 1 to ${MOST_CHART_INKS} inks.`);
  const tones: TonePatch[] = [];
  const targets: TargetPatch[] = [];
  const dots: RegisterDot[] = [];
  const crosses: [number, number][] = [];
  const bare: [number, number][] = [];
  const across = Math.floor(WEDGE_TONES.length / OVERPRINT_TONES.length);
  const combined = overprintsOf(inks);
  // Two rows of register dots, a wedge and a row of targets for each ink, and the wedges of overprints.
  const rows = 2 + 2 * inks + Math.ceil(combined.length / across);
  const pitch = Math.min(HIGHEST_ROW, (BOTTOM - TOP) / rows);
  const height = pitch - GAP;
  let next = TOP;
  const row = (at = next): number => {
    next = at + pitch;
    // Bare stock is measured in the gap under each row, all along it.
    for (let x = LEFT + PATCH_WIDTH / 2; x < CHART_WIDTH - LEFT; x += 2 * PATCH_WIDTH) bare.push([x, next - GAP / 2]);
    return at;
  };
  const register = (top: number): void => {
    const y = top + height / 2;
    for (const station of STATIONS) {
      for (let ink = 0; ink < inks; ink++) dots.push({ ink, x: station + 7 * (ink + 0.5), y });
    }
    crosses.push([STATIONS[1] - 7, y], [STATIONS[2] - 7, y]);
  };
  const patch = (inksOf: number, tone: number, column: number, y: number): TonePatch => ({
    inks: inksOf,
    tone,
    x: LEFT + column * PATCH_WIDTH,
    y,
    width: PATCH_WIDTH,
    height,
  });
  register(row());
  for (let ink = 0; ink < inks; ink++) {
    const y = row();
    WEDGE_TONES.forEach((tone, k) => void tones.push(patch(1 << ink, tone, k, y)));
  }
  for (let first = 0; first < combined.length; first += across) {
    const y = row();
    combined.slice(first, first + across).forEach((bits, k) => {
      OVERPRINT_TONES.forEach((tone, step) => void tones.push(patch(bits, tone, k * OVERPRINT_TONES.length + step, y)));
    });
  }
  for (let ink = 0; ink < inks; ink++) {
    const y = row();
    KINDS.forEach((kind, g) => {
      TARGET_SIZES.forEach((size, k) => {
        const x = LEFT + (g * TARGET_SIZES.length + k) * 8.3;
        targets.push({ ink, kind, size, x, y, width: 7, height });
      });
    });
  }
  // Far from the first ones, so that they tell a turn and a stretch.
  register(row(BOTTOM - pitch));
  return { tones, targets, dots, crosses, bare };
}
