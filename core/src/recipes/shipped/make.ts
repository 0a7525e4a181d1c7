import { createFill, createJob, createPass, DEFAULT_SHEET } from '../../document/defaults.ts';
import { splitPicture } from '../../document/split.ts';
import type { Fill, Job, Pass, Sheet } from '../../document/types.ts';
import { STARTER_ANGLES } from '../../ink/angles.ts';
import { plainInk, plainStock } from '../../ink/defaults.ts';
import type { InkSet } from '../../ink/ink-sets.ts';
import type { PressSettings } from '../../ink/press-params.ts';
import type { Ink, Stock } from '../../ink/types.ts';
import type { Feed, Picture } from '../../picture/types.ts';
import { FAMILIES, type FamilyName, type FamilySettings } from '../../screen/families/index.ts';
import type { FrequencyUnit } from '../../screen/frequency.ts';
import { DEFAULT_SCREEN, type Screen } from '../../screen/settings.ts';
import { SHARED_PARAMS, type SharedSettings } from '../../screen/shared-params.ts';
import type { SeparationSettings } from '../../separate/params.ts';
import { FINISH_KINDS } from '../../stock/finishes/index.ts';
import type { Tone } from '../../tone/tone.ts';
import type { WearSettings } from '../../wear/wear-params.ts';
import type { Recipe } from '../recipe.ts';
import { takeRecipe } from '../take.ts';

/** A recipe that ships with the application. */
export interface ShippedRecipe {
  /** Its name in addresses and on the command line: lower case, words divided by dashes. */
  readonly id: string;
  readonly recipe: Recipe;
}

/** Stands for the artist's picture while a recipe is made. */
const MOTIF = 'motif';
const NO_PICTURE: Picture = {
  id: MOTIF,
  name: 'Picture',
  hash: '0'.repeat(64),
  made: null,
  clip: null,
  width: 3000,
  height: 2000,
  edit: { crop: { left: 0, top: 0, right: 1, bottom: 1 }, turns: 0, flip: false, cutOut: null },
};

/** The settings of a screen that differ from the normal ones. */
export type ScreenAsked = Partial<SharedSettings> & {
  readonly [F in FamilyName]?: Partial<FamilySettings[F]>;
} & { readonly [U in FrequencyUnit]?: number };

/** The screen of a recipe: the family whose settings are given, and a frequency in the unit that is given. */
export function screenOf(asked: ScreenAsked): Screen {
  const family = FAMILIES.find(({ name }) => asked[name] !== undefined)?.name ?? DEFAULT_SCREEN.family;
  const per = (['lpi', 'lpcm', 'mm', 'px', 'across'] as const).find((unit) => asked[unit] !== undefined);
  const shared = Object.keys(SHARED_PARAMS).filter((name) => name in asked);
  return {
    ...DEFAULT_SCREEN,
    ...Object.fromEntries(shared.map((name) => [name, asked[name as keyof SharedSettings]])),
    family,
    frequency: per ? { value: asked[per]!, per } : DEFAULT_SCREEN.frequency,
    [family]: { ...DEFAULT_SCREEN[family], ...asked[family] },
  };
}

/** One pass of a recipe: its ink, and what differs from a new one. */
export interface PassAsked {
  readonly ink: Ink;
  readonly feed?: Partial<Feed>;
  readonly tone?: Partial<Tone>;
  readonly screen?: ScreenAsked;
  readonly wear?: Partial<WearSettings>;
  readonly press?: Partial<PressSettings>;
  readonly colouring?: Partial<Pass['colouring']>;
  readonly bend?: Fill['bend'];
}

/** A pass, `at` its place in print order. */
export function passOf({ ink, feed, tone, screen, wear, press, colouring, bend = [] }: PassAsked, at: number): Pass {
  const id = `pass-${at + 1}`;
  const made = createPass(id, at, MOTIF);
  const fill = createFill(`${id}-1`, MOTIF);
  const angle = STARTER_ANGLES[at % STARTER_ANGLES.length]!;
  return {
    ...made,
    name: ink.name,
    ink: { ...ink, press: { ...ink.press, ...press } },
    colouring: { ...made.colouring, ...colouring },
    fills: [
      {
        ...fill,
        feed: { ...fill.feed, ...feed },
        tone: { ...fill.tone, ...tone },
        screen: screenOf({ angle, ...screen }),
        wear: { ...fill.wear, ...wear },
        bend,
      },
    ],
  };
}

/** How a picture is split into inks: the screen and tone of all, and what differs in some. */
export interface SplitAsked {
  readonly inks: readonly Ink[];
  readonly base?: Ink;
  readonly screen: ScreenAsked;
  readonly tone?: Partial<Tone>;
  readonly settings?: Partial<SeparationSettings>;
  /** Changes the pass of an ink, counted from 0 in print order, a base first. */
  each?(pass: Pass, at: number): Pass;
}

/** A pass of a split whose grain is another one: inks of one mask would lie on each other grain by grain. */
export function withGrain(pass: Pass, grain: Partial<Screen['grain']>, seed = 1): Pass {
  const [first, ...others] = pass.fills;
  const screen = { ...first.screen, seed, grain: { ...first.screen.grain, ...grain } };
  return { ...pass, fills: [{ ...first, screen }, ...others] };
}

/** Passes of a separation, and the separation itself. */
function splitOf({ inks, base, screen, tone, settings, each }: SplitAsked, sheet: Sheet): Job {
  const set: InkSet = {
    name: 'own',
    label: 'Inks of the recipe',
    about: '',
    inks,
    base: base ?? null,
    stock: sheet.stock,
  };
  const source = passOf({ ink: inks[0]!, screen, tone }, 0);
  const before: Job = { ...createJob('', 'none'), sheet, pictures: [NO_PICTURE], passes: [source] };
  let next = 0;
  const { job } = splitPicture(before, { set, from: source.id, newId: () => `ink-${++next}` });
  const passes = job.passes.filter((p) => p.on);
  const own: Partial<SeparationSettings> = settings ?? {};
  return {
    ...job,
    passes: each ? passes.map(each) : passes,
    separations: job.separations.map((s) => ({ ...s, settings: { ...s.settings, ...own } })),
  };
}

/** What a recipe of our own is made of. */
export interface ShippedAsked extends Pick<Recipe, 'name' | 'note'> {
  readonly id: string;
  readonly tags?: readonly string[];
  readonly lengths?: Recipe['lengths'];
  readonly stock: Stock;
  readonly ground?: Partial<Sheet['ground']>;
  readonly finish?: { readonly [K in (typeof FINISH_KINDS)[number]['name']]?: Readonly<Record<string, unknown>> };
  /** Passes that are printed under those of the split, or alone. */
  readonly under?: readonly PassAsked[];
  readonly split?: SplitAsked;
  readonly over?: readonly PassAsked[];
}

/** The sheet on which the lengths of our own recipes are meant. */
const SHEET = { width: 210, height: 140, bleed: 0, ppi: 300 } as const;

/** Makes the recipes of one group when they are asked for. */
export const recipesOf = (group: string, list: readonly ShippedAsked[]) => (): ShippedRecipe[] =>
  list.map(
    ({ id, name, note, tags = [], lengths = 'mm', stock, ground, finish = {}, under = [], split, over = [] }) => {
      const finishes = FINISH_KINDS.map(({ name: kind }) => [
        kind,
        { ...DEFAULT_SHEET.finish[kind], ...(finish[kind] ? { on: true, ...finish[kind] } : {}) },
      ]);
      const sheet: Sheet = {
        ...DEFAULT_SHEET,
        ...SHEET,
        stock,
        ground: { ...DEFAULT_SHEET.ground, ...ground },
        finish: { ...DEFAULT_SHEET.finish, ...Object.fromEntries(finishes) },
      };
      const base: Job = split
        ? splitOf(split, sheet)
        : { ...createJob('', 'none'), sheet, pictures: [NO_PICTURE], passes: [] };
      const first = base.passes.length + 1;
      const passes = [
        ...under.map((p, k) => passOf(p, first + k)),
        ...base.passes,
        ...over.map((p, k) => passOf(p, first + under.length + k)),
      ];
      const recipe = takeRecipe({ ...base, passes }, { name, note, tags, group, lengths, stock: true });
      return { id, recipe };
    },
  );

/** A stock with a texture. */
export const stockOf = (name: string, colour: string, texture = 'none', own: Partial<Stock> = {}): Stock => ({
  ...plainStock(name, colour),
  texture,
  ...own,
});

/** An ink that hides what lies under it, as those of silkscreen do. */
export const covering = (name: string, colour: string, opacity = 1): Ink => ({ ...plainInk(name, colour), opacity });

/** A lamp: colours of light that add up on black. */
export const lamp = (name: string, colour: string): Ink => ({ ...plainInk(name, colour), meets: 'light' });

/** A flat tint over the whole sheet. */
export const FLAT: Partial<Feed> = { part: 'tint', tint: 1, ends: true };
