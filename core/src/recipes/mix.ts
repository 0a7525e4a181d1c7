import type { Fill, Job, Pass } from '../document/types.ts';
import { onSheet } from './on-sheet.ts';
import type { Recipe } from './recipe.ts';

/** What one recipe can take from another. */
export const MIXED_PARTS = [
  { name: 'tone', label: 'Tone', about: 'The curve and everything else of the Tone station.' },
  { name: 'screen', label: 'Screen', about: 'Shapes, frequency and wear; angles stay where there are more inks.' },
  { name: 'bend', label: 'Bend', about: 'How lattice and picture are bent.' },
  { name: 'inks', label: 'Inks', about: 'The inks and how they come off the press.' },
  { name: 'stock', label: 'Stock', about: 'The stock, what it shows, and the finish.' },
] as const;

export type MixedPart = (typeof MIXED_PARTS)[number]['name'];

/** What each part takes of a fill of the other recipe. `angle`: whether the other one has an angle for each ink. */
const OF_FILL: Readonly<
  Partial<Record<MixedPart, (own: Fill, other: Fill, angle: boolean) => Partial<Omit<Fill, 'id'>>>>
> = {
  tone: (_, { tone }) => ({ tone }),
  screen: (own, { screen, wear }, angle) => ({
    screen: angle ? screen : { ...screen, angle: own.screen.angle },
    wear,
  }),
  bend: (_, { bend, bending }) => ({ bend, bending }),
};

/** A bend that another pass pushes stays without it: that pass is not here. */
const alone = (fill: Partial<Omit<Fill, 'id'>>): Partial<Omit<Fill, 'id'>> =>
  fill.bend ? { ...fill, bend: fill.bend.map((b) => ({ ...b, settings: { ...b.settings, pass: null } })) } : fill;

/**
 * A recipe with parts of another one: pass by pass in print order, the other one's passes again from the first where it
 * has fewer. Ids, slots and what is not taken stay those of the first.
 */
export function mixRecipes(base: Recipe, other: Recipe, parts: readonly MixedPart[]): Recipe {
  if (parts.length === 0) return base;
  const from = onSheet(other.job, other.lengths, base.job.sheet);
  const angles = from.passes.length >= base.job.passes.length;
  const mixedPass = (pass: Pass, k: number): Pass => {
    const theirs = from.passes[k % from.passes.length]!;
    const [first, ...others] = pass.fills.map((fill, n): Fill => {
      const source = theirs.fills[n % theirs.fills.length]!;
      const taken = parts.map((part) => alone(OF_FILL[part]?.(fill, source, angles) ?? {}));
      return Object.assign({}, fill, ...taken);
    });
    const inked = parts.includes('inks')
      ? { ink: theirs.ink, name: theirs.name, colouring: theirs.colouring, separatedFor: null }
      : {};
    return { ...pass, ...inked, fills: [first!, ...others] };
  };
  const { stock, ground, finish } = from.sheet;
  const taken = parts.includes('stock');
  const job: Job = {
    ...base.job,
    passes: base.job.passes.map(mixedPass),
    sheet: taken ? { ...base.job.sheet, stock, ground, finish } : base.job.sheet,
    stones: parts.includes('screen') ? from.stones : base.job.stones,
    pictures: [...base.job.pictures, ...from.pictures.filter((p) => !base.job.pictures.some((own) => own.id === p.id))],
  };
  return { ...base, name: `${base.name} with ${other.name}`.slice(0, 200), stock: base.stock || taken, job };
}
