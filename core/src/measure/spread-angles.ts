import { squareBeat } from './beat.ts';

/** One screen whose angle may be chosen: its frequency, and how much it shows, 0..1. */
export interface FreeScreen {
  readonly lpi: number;
  readonly weight: number;
}

const STEP = 2.5;
/** A screen at 45° is seen least (common practice); the strongest keeps it. */
const STRONGEST = 45;

/** How much a ripple between two screens shows: its length in cells, squared, by how much both show. */
function shows(a: FreeScreen, angleA: number, b: FreeScreen, angleB: number): number {
  const inches = squareBeat({ lpi: a.lpi, angle: angleA }, { lpi: b.lpi, angle: angleB });
  const cells = Math.min(1000, inches * Math.min(a.lpi, b.lpi));
  return a.weight * b.weight * cells * cells;
}

/**
 * Angles at which square screens ripple least with each other: the strongest stands at 45°, the others are
 * moved in turn until none of them does better elsewhere. Degrees 0 to 90, in the order given.
 */
export function spreadAngles(screens: readonly FreeScreen[]): number[] {
  const order = screens.map((_, k) => k).sort((p, q) => screens[q]!.weight - screens[p]!.weight || p - q);
  const angles = new Array<number>(screens.length).fill(STRONGEST);
  const placed: number[] = [];
  const costAt = (k: number, angle: number, others: readonly number[]) =>
    others.reduce((sum, j) => sum + shows(screens[k]!, angle, screens[j]!, angles[j]!), 0);
  const best = (k: number, others: readonly number[]) => {
    let found = angles[k]!;
    let least = Infinity;
    for (let angle = 0; angle < 90; angle += STEP) {
      const cost = costAt(k, angle, others);
      if (cost < least - 1e-9) {
        least = cost;
        found = angle;
      }
    }
    return found;
  };
  for (const k of order) {
    if (placed.length > 0) angles[k] = best(k, placed);
    placed.push(k);
  }
  for (let turn = 0; turn < 6; turn++) {
    for (const k of order.slice(1))
      angles[k] = best(
        k,
        order.filter((j) => j !== k),
      );
  }
  return angles;
}
