import { chartLayout, type TargetKind } from '../chart/chart-layout.ts';
import { FULL_SIZE } from '../chart/chart-spec.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { targetSize } from '../chart/ink-on-chart.ts';
import { type Lab, labOfLight } from '../colour/lab.ts';
import type { CurvePoint } from '../settings/params.ts';
import { type ChartReading, shareAlong } from './read-chart.ts';
import { rising } from './rising.ts';

/** What a chart tells of one ink. */
export interface MeasuredInk {
  /** L*a*b* (D50) of its solid on this stock. */
  readonly lab: Lab;
  /** Tone asked for and tone printed, rising, from nothing to solid. */
  readonly gain: readonly CurvePoint[];
  /** How much a tone of 50 % grows. */
  readonly gainAtHalf: number;
  /** Smallest tone from which all print, 0..1; tones below it lose more than half. */
  readonly holdsFrom: number;
  /** Tone from which the gaps between dots are filled, 0..1; 1 where all of them stay open. */
  readonly fillsFrom: number;
  /** Smallest mark that holds, in mm: its width or diameter. Null where none did. */
  readonly smallest: Readonly<Record<TargetKind, number | null>>;
  /** How it lands against the key ink: mm to the right and down, degrees counter-clockwise, thousandths across. */
  readonly landing: {
    readonly shiftX: number;
    readonly shiftY: number;
    readonly turn: number;
    readonly stretch: number;
  } | null;
}

export interface MeasuredPress {
  readonly stock: Lab;
  /** In print order. */
  readonly inks: readonly MeasuredInk[];
  /** Solids of several inks on each other. Bit k is ink k. */
  readonly overprints: readonly { readonly inks: number; readonly lab: Lab }[];
  /** What the artist should know before trusting this, in whole sentences. */
  readonly notes: readonly string[];
}

/** A mark or a tone that keeps less than this of its ink does not hold. */
const HALF = 0.5;
/** Shares of ink smaller than this many standard deviations of bare stock are none. */
const SURE = 2;
/** A print of another size by more than this share is worth a word. */
const SAME_SIZE = 0.01;
const BENT_MM = 0.15;
const TILTED = 1.02;
const UNEVEN = 0.08;

/** The middle of a wedge by its two neighbours. */
function atHalf(gain: readonly CurvePoint[]): number {
  const after = gain.findIndex((p) => p.x >= 0.5);
  const [a, b] = [gain[after - 1]!, gain[after]!];
  return a.y + ((b.y - a.y) * (0.5 - a.x)) / (b.x - a.x) - 0.5;
}

/**
 * What a chart that was read says of the press. Tone is the share of light that an ink takes away, all three channels
 * together (Murray 1936; dot gain so measured holds what paper scatters too). `plates`: what the plates hold in each tone
 * patch, where it is known; otherwise the tones that were asked for. `ppi`: of the plates, where it is known.
 */
export function measurePress(
  reading: ChartReading,
  { plates, ppi }: { readonly plates?: Float64Array; readonly ppi?: number } = {},
): MeasuredPress {
  const { spec, stock, tones, targets, landings, unit } = reading;
  const layout = chartLayout(spec.inks);
  const pixel = ppi ? MM_PER_INCH / ppi / (spec.twentieths / FULL_SIZE) : 0;
  const solidAt = (inks: number) => tones[layout.tones.findIndex((p) => p.inks === inks && p.tone === 1)]!;
  const least = Math.max(0.002, SURE * stock.noise);
  const inks = Array.from({ length: spec.inks }, (_, ink): MeasuredInk => {
    const share = shareAlong(stock.light, solidAt(1 << ink));
    const wedge = layout.tones.flatMap((patch, k) => {
      if (patch.inks !== 1 << ink || patch.tone === 1) return [];
      const held = plates?.[k];
      const plate = held === undefined || Number.isNaN(held) ? patch.tone : held;
      return [{ asked: patch.tone, plate, printed: share(tones[k]!) }];
    });
    const lost = wedge.filter((p) => p.printed < Math.max(HALF * p.plate, p.plate > least ? least : 0));
    const filled = wedge.filter((p) => p.plate < 1 && 1 - p.printed < HALF * (1 - p.plate) && p.asked >= 0.75);
    const lastLost = lost.filter((p) => p.asked <= 0.25).at(-1);
    const holdsFrom = wedge.find((p) => p.asked > (lastLost?.asked ?? 0))!.asked;
    const printed = rising(wedge.map((p) => Math.min(1, Math.max(0, p.asked + p.printed - p.plate))));
    const gain = [{ x: 0, y: 0 }, ...wedge.map((p, k) => ({ x: p.asked, y: printed[k]! })), { x: 1, y: 1 }];
    const landing = landings[ink];
    return {
      lab: labOfLight(solidAt(1 << ink)),
      gain,
      gainAtHalf: atHalf(gain),
      holdsFrom: lastLost ? holdsFrom : 0,
      fillsFrom: filled[0]?.asked ?? 1,
      smallest: {
        lines: smallestOf('lines', ink),
        gaps: smallestOf('gaps', ink),
        dots: smallestOf('dots', ink),
      },
      landing: landing && {
        shiftX: landing.shiftX,
        shiftY: landing.shiftY,
        turn: landing.turn,
        stretch: landing.stretch,
      },
    };
  });
  return {
    stock: labOfLight(stock.light),
    inks,
    overprints: layout.tones.flatMap((patch, k) =>
      patch.tone === 1 && (patch.inks & (patch.inks - 1)) !== 0
        ? [{ inks: patch.inks, lab: labOfLight(tones[k]!) }]
        : [],
    ),
    notes: notesOf(reading),
  };

  /** Size in mm of the smallest of the marks of an ink that hold, all larger ones among them. */
  function smallestOf(kind: TargetKind, ink: number): number | null {
    const marks = layout.targets.flatMap((patch, k) =>
      patch.ink === ink && patch.kind === kind ? [{ size: patch.size, share: targets[k]! }] : [],
    );
    const asked = kind === 'lines' ? 0.25 : kind === 'gaps' ? 0.25 : Math.PI / 64;
    const holds = marks.map(({ share }) => (kind === 'gaps' ? 1 - share : share) > Math.max(least, HALF * asked));
    const first = holds.lastIndexOf(false) + 1;
    return first < marks.length ? unit * targetSize(marks[first]!.size, pixel) : null;
  }
}

function notesOf({ size, askew, bent, landings, stock, spec }: ChartReading): string[] {
  const notes: string[] = [];
  if (size !== null && Math.abs(size - 1) > SAME_SIZE)
    notes.push(
      `The chart was printed at ${(100 * size).toFixed(1)} % of its size. Its tones, colours and marks are read in the size that they have; print it at 100 % for screens of the right frequency.`,
    );
  if (askew > TILTED)
    notes.push(
      'The chart was photographed at an angle. Tones and places are put right; colours are as the camera and the light show them, so scan it for colours that you can trust.',
    );
  if (bent > BENT_MM)
    notes.push(
      `The sheet is not flat: marks lie off by ${bent.toFixed(2)} mm. Misregister is no better known than that; press the sheet flat and scan it again.`,
    );
  if (stock.noise > UNEVEN) notes.push('Bare stock is uneven in this picture, so that light tones are not certain.');
  const missing = landings.flatMap((landing, k) => (landing ? [] : [k + 1]));
  if (missing.length > 0)
    notes.push(
      `Where ${missing.length === spec.inks ? 'the inks' : `ink ${missing.join(', ')}`} land${missing.length > 1 ? '' : 's'} is not known: its register dots were not found within 2 mm of their places.`,
    );
  return notes;
}
