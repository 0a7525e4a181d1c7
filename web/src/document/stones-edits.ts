import {
  createPass,
  type Fill,
  fillOf,
  type HandStone,
  type Job,
  type JobStones,
  newPart,
  newStencil,
  plainInk,
  type StencilPart,
  type StoneSettings,
  withColour,
  withFill,
} from '@chromatype/core';
import { addFill, type Edit, editPass, inFill, newId } from './edits.ts';

/** Changes settings of a region of stones. */
export const setStones = (fill: string, part: Partial<StoneSettings>): Edit =>
  inFill(fill, ({ screen }) => ({ screen: { ...screen, stones: { ...screen.stones, ...part } } }));

/** Changes what holds for all stones of the job. */
export const setJobStones =
  (part: Partial<JobStones>): Edit =>
  (job) => ({ ...job, stones: { ...job.stones, ...part } });

/** A fill that lays stones in a stencil, or over the whole sheet. */
function stoneFill(base: Fill, id: string, name: string, stencil: string | null, own: Partial<StoneSettings>): Fill {
  const { screen } = base;
  return {
    ...base,
    id,
    name,
    stencil,
    screen: { ...screen, family: 'stones', stones: { ...screen.stones, hand: [], empty: [], loose: false, ...own } },
  };
}

/** What a new region is laid in: parts of a new stencil, a stencil of the job, or the whole sheet for its picture. */
export interface NewRegion {
  readonly name: string;
  readonly parts?: readonly StencilPart[];
  readonly stencil?: string;
  readonly own?: Partial<StoneSettings>;
  /** Id of the picture that it takes. */
  readonly picture?: string;
}

/** Adds a region to the stones of a pass, or a pass of stones with it. `ids`: of the new fill, pass and stencil. */
export const addRegion =
  (
    pass: string | null,
    { name, parts, stencil, own = {}, picture }: NewRegion,
    ids: { readonly fill: string; readonly pass: string; readonly stencil: string },
  ): Edit =>
  (job) => {
    const stencilId = parts ? ids.stencil : (stencil ?? null);
    const held: Job = parts ? { ...job, stencils: [...job.stencils, newStencil(ids.stencil, name, parts)] } : job;
    const known = held.passes.find((p) => p.id === pass);
    if (known) {
      const made = stoneFill(known.fills.at(-1)!, ids.fill, name, stencilId, own);
      const feed = picture ? { ...made.feed, picture, part: 'colour' as const } : made.feed;
      return addFill(known.id, { ...made, feed })(held);
    }
    const made = createPass(ids.pass, held.passes.length, picture ?? null);
    const first = stoneFill(fillOf(made), ids.fill, name, stencilId, own);
    const feed = picture ? { ...first.feed, part: 'colour' as const } : first.feed;
    const stones = withFill(
      { ...made, name: 'Stones', ink: { ...plainInk('Stones', '#8a8f94'), meets: 'normal' } },
      { ...first, feed },
    );
    // A new job begins with a pass that has nothing to print: stones take its place.
    const blank = held.passes.every((p) => p.fills.every((f) => f.feed.picture === null && f.feed.part !== 'tint'));
    return { ...held, passes: blank && held.pictures.length === 0 ? [stones] : [...held.passes, stones] };
  };

/** A part of a stencil in the middle of the sheet, as wide as `share` of it. */
export function partInMiddle(
  { sheet }: Job,
  kind: string,
  settings: Readonly<Record<string, unknown>>,
  aspect: number,
): StencilPart {
  const width = Math.min(0.8 * sheet.width, 0.8 * sheet.height * aspect);
  const height = width / aspect;
  const tidy = (v: number) => Number(v.toFixed(2));
  const box = {
    x: tidy((sheet.width - width) / 2),
    y: tidy((sheet.height - height) / 2),
    width: tidy(width),
    height: tidy(height),
  };
  return newPart(newId(), kind, { ...box, ...settings });
}

/** Every stone of a pass takes another colour where it has one. */
export const replaceColour = (pass: string, from: string, to: string): Edit =>
  editPass(pass, (p) => {
    const [first, ...others] = p.fills.map((fill) => ({
      ...fill,
      screen: { ...fill.screen, stones: withColour(fill.screen.stones, from, to) },
    }));
    return { ...p, fills: [first!, ...others] };
  });

/** Gives a size or a colour of the table another name, wherever it is used. */
export const renameInTable =
  (what: 'sizes' | 'colours', from: string, to: string): Edit =>
  (job) => {
    const key = what === 'sizes' ? 'size' : 'colour';
    const renamed = (name: string) => (name === from ? to : name);
    const inHand = (stone: HandStone) => (stone[key] === from ? { ...stone, [key]: to } : stone);
    const passes = job.passes.map((pass) => {
      const [first, ...others] = pass.fills.map((fill) => {
        const { stones } = fill.screen;
        const changed = { ...stones, [what]: stones[what].map(renamed), hand: stones.hand.map(inHand) };
        return { ...fill, screen: { ...fill.screen, stones: changed } };
      });
      return { ...pass, fills: [first!, ...others] as const };
    });
    const table = job.stones[what].map((entry) => (entry.name === from ? { ...entry, name: to } : entry));
    return { ...job, passes, stones: { ...job.stones, [what]: table } };
  };
