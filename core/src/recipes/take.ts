import { NO_MOTION } from '../document/read-motion.ts';
import { createJob, DEFAULT_SHEET } from '../document/defaults.ts';
import { platesBehind } from '../document/plates-behind.ts';
import type { Fill, Job, Pass } from '../document/types.ts';
import { DEFAULT_JOB_STONES } from '../stones/job-params.ts';
import { madeKind } from '../picture/made/index.ts';
import type { FeedSettings } from '../picture/feed-params.ts';
import type { Feed, Picture } from '../picture/types.ts';
import { screenTraits } from '../screen/compile-screen.ts';
import { FAMILIES } from '../screen/families/index.ts';
import { RECIPE_VERSION, type Recipe, type Slot } from './recipe.ts';
import { referencesIn, withNewIds } from './references.ts';

/** What a recipe is made of and how it is found again. */
export interface RecipeAsked extends Pick<Recipe, 'name' | 'lengths' | 'stock'> {
  readonly note?: string;
  readonly group?: string;
  readonly tags?: readonly string[];
  /** Ids of the passes that it takes; left out for the whole job. */
  readonly passes?: readonly string[];
}

/** Whether a picture is the artist's own motif, in the place of which another one is printed. */
export const isMotif = ({ made }: Picture): boolean => made === null || madeKind(made.kind).texture !== true;

/** Pictures in the order in which fills take them, each once. */
const fedPictures = (passes: readonly Pass[]): string[] => [
  ...new Set(passes.flatMap((p) => p.fills).flatMap(({ feed }) => (takesPicture(feed) ? (feed.picture ?? []) : []))),
];

export const takesPicture = ({ from, part }: FeedSettings): boolean => from === 'picture' && part !== 'tint';

/** Where a picture lies belongs to it. */
const unplaced = (feed: Feed): Feed => ({ ...feed, fit: 'fill', x: 0, y: 0, width: 100, turn: 0 });

/** A fill without what was painted or moved by hand on its picture. */
function withoutHand(fill: Fill): Fill {
  const families = FAMILIES.map(({ name, withoutHand: clean }) => [name, clean(fill.screen[name] as never)]);
  return {
    ...fill,
    feed: fill.feed.picture === null ? unplaced(fill.feed) : fill.feed,
    tone: { ...fill.tone, paint: [] },
    screen: { ...fill.screen, ...Object.fromEntries(families) },
  };
}

/** Whether a pass prints stones of the job's table. */
export const laysStones = (pass: Pass): boolean =>
  pass.fills.some(({ screen }) => screenTraits(screen, DEFAULT_SHEET.ppi).stones === true);

/** The chosen passes in print order, with those that their plates are made of; plates of a split stay together, hidden. */
function passesFor(job: Job, chosen: ReadonlySet<string>): Pass[] {
  const printing = job.passes.filter((p) => chosen.has(p.id));
  const needed = new Set(printing.flatMap((p) => platesBehind(job, p)).map((p) => p.id));
  const splits = referencesIn(printing, 'separations');
  return job.passes
    .filter((p) => needed.has(p.id) || p.fills.some(({ feed }) => splits.has(feed.separation ?? '')))
    .map((p) => (chosen.has(p.id) ? p : { ...p, on: false }));
}

const only = <T extends { readonly id: string }>(list: readonly T[], ids: ReadonlySet<string>): T[] =>
  list.filter(({ id }) => ids.has(id));

/** Stencils that passes name, with those that these are made of. */
function stencilsFor(job: Job, passes: readonly Pass[]): Job['stencils'] {
  let ids = referencesIn(passes, 'stencils');
  for (let before = -1; before !== ids.size; ) {
    before = ids.size;
    ids = new Set([...ids, ...referencesIn(only(job.stencils, ids), 'stencils')]);
  }
  return only(job.stencils, ids);
}

function slotsFor(motifs: readonly Picture[], passes: readonly Pass[], stencils: Job['stencils']): Slot[] {
  const slots = motifs.map(({ id, name }) => ({
    name,
    fills: passes.flatMap((p) => p.fills).flatMap((f) => (takesPicture(f.feed) && f.feed.picture === id ? f.id : [])),
    parts: stencils.flatMap((s) =>
      s.parts.filter((p) => p.settings.picture === id).map((p) => ({ stencil: s.id, part: p.id })),
    ),
  }));
  return slots.filter(({ fills, parts }) => fills.length + parts.length > 0);
}

/** Every fill of a pass changed. */
const inFills = (pass: Pass, change: (fill: Fill) => Fill): Pass => {
  const [first, ...others] = pass.fills.map(change);
  return { ...pass, fills: [first!, ...others] };
};

/**
 * Saves a look without its pictures: the passes of a job, or some of them, with inks, separations, stencils and bends.
 * Pictures that are the artist's motif become slots; textures made here, tiles and stocks stay. What was painted or moved
 * by hand on a picture goes with it.
 */
export function takeRecipe(job: Job, asked: RecipeAsked): Recipe {
  const { name, note = '', group = '', tags = [], lengths, stock } = asked;
  const chosen = new Set(asked.passes ?? job.passes.map((p) => p.id));
  const passes = passesFor(job, chosen);
  const kept = new Set(passes.map((p) => p.id));
  const stencils = stencilsFor(job, passes);
  const fed = new Set(fedPictures(passes));
  const surface = stock ? job.sheet : { ...job.sheet, ground: createJob('', '').sheet.ground };
  // Motifs of other uses, such as a tile or a stock, are part of the look.
  const looks = referencesIn([surface.ground, passes.map((p) => p.fills.map((f) => [f.screen, f.bend]))], 'pictures');
  const used = [...fed, ...referencesIn(stencils, 'pictures')];
  const candidates = job.pictures.filter(({ id }) => used.includes(id) && !looks.has(id));
  const motifs = candidates.filter(isMotif);
  // Where there is no motif at all, the texture that is printed stands for one.
  const open = motifs.length > 0 ? motifs : candidates.filter(({ id }) => fed.has(id)).slice(0, 1);
  const inOrder = [...open].sort((a, b) => used.indexOf(a.id) - used.indexOf(b.id));
  const goneIds = (all: readonly { readonly id: string }[], stay: (id: string) => boolean) =>
    new Map(all.filter(({ id }) => !stay(id)).map(({ id }) => [id, null]));
  const gone = {
    pictures: new Map(open.map(({ id }) => [id, null])),
    passes: goneIds(job.passes, (id) => kept.has(id)),
  };
  const tracks = asked.passes ? [] : job.motion.tracks.filter(({ pass }) => kept.has(pass));
  const document: Job = {
    ...createJob('', 'none'),
    sheet: surface,
    passes: withNewIds(passes, gone).map((pass) => inFills(pass, withoutHand)),
    stencils: withNewIds(stencils, gone),
    separations: only(job.separations, referencesIn(passes, 'separations')),
    stones: passes.some(laysStones) ? job.stones : DEFAULT_JOB_STONES,
    motion: tracks.length > 0 ? { ...job.motion, tracks } : NO_MOTION,
    pictures: [],
  };
  const pictures = only(job.pictures, referencesIn(document, 'pictures'));
  return {
    format: 'chromatype-recipe',
    version: RECIPE_VERSION,
    name,
    note,
    group,
    tags,
    lengths,
    stock,
    job: { ...document, pictures },
    slots: slotsFor(inOrder, passes, stencils),
  };
}
