import { JobError } from '../document/check.ts';
import { MOST_PASSES } from '../document/limits.ts';
import { readJob } from '../document/read-job.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { DEFAULT_FEED, type Feed, type Picture } from '../picture/types.ts';
import { onSheet } from './on-sheet.ts';
import type { Recipe } from './recipe.ts';
import { withNewIds } from './references.ts';
import { isMotif, laysStones, takesPicture } from './take.ts';

/** A recipe that cannot be applied as it is asked for, in one plain sentence. */
export class RecipeError extends Error {}

export interface ApplyAsked {
  /** The pass whose place it takes; null for the whole job. */
  readonly pass: string | null;
  newId(): string;
}

/** Where a picture of the artist lies. */
type Placing = Pick<Feed, 'picture' | 'fit' | 'x' | 'y' | 'width' | 'turn'>;

const placingOf = ({ picture, fit, x, y, width, turn }: Feed): Placing => ({ picture, fit, x, y, width, turn });

/** The motifs of some passes of a job where they lie, each once, in the order in which fills take them. */
function motifsOf(job: Job, passes: readonly Pass[]): Placing[] {
  const motifs = new Set(job.pictures.filter(isMotif).map(({ id }) => id));
  const placed = new Map<string, Placing>();
  const any = new Map<string, Placing>();
  for (const { feed } of passes.flatMap((p) => p.fills)) {
    if (feed.picture === null || !takesPicture(feed)) continue;
    const list = motifs.has(feed.picture) ? placed : any;
    if (!list.has(feed.picture)) list.set(feed.picture, placingOf(feed));
  }
  return [...(placed.size > 0 ? placed : any).values()];
}

/** The pictures that the slots of a recipe get, in their order; where there are fewer, the first serves again. */
function picturesFor(job: Job, pass: string | null, slots: number): Placing[] {
  const own = job.passes.filter((p) => p.id === pass);
  const printed = job.passes.filter((p) => p.on);
  const unused = job.pictures.map(({ id }) => placingOf({ ...DEFAULT_FEED, picture: id }));
  const found = [own, printed, job.passes].map((passes) => motifsOf(job, passes)).find((list) => list.length > 0);
  const list = found ?? unused;
  return Array.from({ length: slots }, (_, k) => list[k] ?? list[0] ?? placingOf(DEFAULT_FEED));
}

/** The picture that a recipe is printed on first; null where the job has none. */
export const mainPicture = (job: Job, pass: string | null = null): string | null =>
  picturesFor(job, pass, 1)[0]!.picture;

/** A recipe's job on the sheet of another one, with the pictures of that one in its slots and ids of its own. */
function readied(recipe: Recipe, job: Job, { pass, newId }: ApplyAsked): Job {
  const sized = onSheet(recipe.job, recipe.lengths, job.sheet);
  const pictures = picturesFor(job, pass, recipe.slots.length);
  const placed = new Map(recipe.slots.flatMap(({ fills }, k) => fills.map((id) => [id, pictures[k]!] as const)));
  const looking = new Map(
    recipe.slots.flatMap(({ parts }, k) =>
      parts.map(({ stencil, part }) => [`${stencil}\n${part}`, pictures[k]!] as const),
    ),
  );
  const filled = (fill: Fill): Fill => {
    const placing = placed.get(fill.id);
    return placing ? { ...fill, feed: { ...fill.feed, ...placing } } : fill;
  };
  const withPictures: Job = {
    ...sized,
    passes: sized.passes.map((p) => {
      const [first, ...others] = p.fills.map(filled);
      return { ...p, fills: [first!, ...others] };
    }),
    stencils: sized.stencils.map((s) => ({
      ...s,
      parts: s.parts.map((part) => {
        const placing = looking.get(`${s.id}\n${part.id}`);
        return placing ? { ...part, settings: { ...part.settings, ...placing } } : part;
      }),
    })),
  };
  return renamed(withPictures, job.pictures, newId);
}

/** Gives everything in a recipe's job an id that the other job does not hold. A picture that it holds is shared. */
function renamed(job: Job, theirs: readonly Picture[], newId: () => string): Job {
  const fresh = (list: readonly { readonly id: string }[]) => new Map(list.map(({ id }) => [id, newId()] as const));
  const same = (p: Picture) =>
    theirs.find((t) => JSON.stringify({ ...t, id: '', name: '' }) === JSON.stringify({ ...p, id: '', name: '' }));
  const ids = {
    pictures: new Map(job.pictures.map((p) => [p.id, same(p)?.id ?? newId()] as const)),
    separations: fresh(job.separations),
    stencils: fresh(job.stencils),
    passes: fresh(job.passes),
    fills: fresh(job.passes.flatMap((p) => p.fills)),
  };
  const own = <T extends { readonly id: string }>(list: readonly T[], known: ReadonlyMap<string, string>): T[] =>
    list.map((item) => ({ ...item, id: known.get(item.id)! }));
  const doc = withNewIds(job, ids);
  return {
    ...doc,
    pictures: own(
      doc.pictures.filter((p) => !same(p)),
      ids.pictures,
    ),
    separations: own(doc.separations, ids.separations),
    stencils: own(doc.stencils, ids.stencils),
    passes: own(doc.passes, ids.passes).map((pass) => {
      const [first, ...others] = own(pass.fills, ids.fills);
      return { ...pass, fills: [first!, ...others] };
    }),
  };
}

/** A pass whose fills keep their places, and get the chain of one fill. */
function chained(target: Pass, { fills, ...pass }: Pass, others: Pick<Pass, 'name'>): Pass {
  const [chain] = fills;
  const change = (fill: Fill): Fill => ({
    ...chain,
    ...{ id: fill.id, name: fill.name, stencil: fill.stencil, on: fill.on, over: fill.over },
    feed: takesPicture(fill.feed) ? { ...chain.feed, ...placingOf(fill.feed) } : fill.feed,
  });
  const [first, ...rest] = target.fills.map(change);
  const name = target.name === target.ink.name ? others.name : target.name;
  return { ...pass, id: target.id, name, on: target.on, fills: [first!, ...rest] };
}

/** The passes of a job with a recipe in the place of one of them. */
function passesWith(job: Job, ready: Job, pass: string): Pass[] {
  const at = job.passes.findIndex((p) => p.id === pass);
  if (at < 0) throw new RecipeError('The pass that the recipe was to be applied to is not there any more.');
  const [only] = ready.passes;
  const simple = ready.passes.length === 1 && only!.fills.length === 1 && only!.fills[0].stencil === null;
  const put = simple ? [chained(job.passes[at]!, only!, { name: only!.name })] : ready.passes;
  return job.passes.toSpliced(at, 1, ...put);
}

/** What the job held only for passes that are gone. */
function tidied(job: Job): Job {
  const passes = new Set(job.passes.map((p) => p.id));
  const splits = new Set(job.passes.flatMap((p) => p.fills.map((f) => f.feed.separation)));
  return {
    ...job,
    separations: job.separations.filter((s) => splits.has(s.id)),
    strips: job.strips.filter((s) => passes.has(s.pass)),
    motion: { ...job.motion, tracks: job.motion.tracks.filter((t) => passes.has(t.pass)) },
  };
}

/**
 * Applies a recipe to a whole job or in the place of one pass. Pictures and where they lie, the size of the sheet, and how
 * the job is taken out stay the job's own.
 * @throws RecipeError with one plain sentence when the sheet cannot take it
 */
export function applyRecipe(job: Job, recipe: Recipe, asked: ApplyAsked): Job {
  const ready = readied(recipe, job, asked);
  const passes = asked.pass === null ? ready.passes : passesWith(job, ready, asked.pass);
  if (passes.filter((p) => p.on).length > MOST_PASSES)
    throw new RecipeError(`At most ${MOST_PASSES} passes print; hide some first.`);
  const { stock, ground, finish } = ready.sheet;
  const kept = new Set(passes.map((p) => p.id));
  const stay = new Map(job.passes.filter((p) => !kept.has(p.id)).map((p) => [p.id, null] as const));
  const whole = asked.pass === null;
  const tracks = whole && ready.motion.tracks.length > 0 ? ready.motion.tracks : job.motion.tracks;
  const next: Job = tidied({
    ...job,
    ...withNewIds(
      { passes, stencils: whole ? ready.stencils : [...job.stencils, ...ready.stencils] },
      { passes: stay },
    ),
    sheet: recipe.stock ? { ...job.sheet, stock, ground, finish } : job.sheet,
    pictures: [...job.pictures, ...ready.pictures],
    separations: [...job.separations, ...ready.separations],
    stones: ready.passes.some(laysStones) ? ready.stones : job.stones,
    motion: { ...job.motion, tracks },
  });
  try {
    return readJob(next);
  } catch (error) {
    if (!(error instanceof JobError)) throw error;
    throw new RecipeError(`"${recipe.name}" does not fit this sheet: ${error.message}`);
  }
}
