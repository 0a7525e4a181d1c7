import { createFill, type FamilyName, type Feed, type Fill, type Job, type Pass } from '@chromatype/core';
import { addFill, type Edit, newId, setFeed, setScreen } from '../../document/edits.ts';
import type { ShelfTint } from './tint-steps.ts';

/** A tint with its screen, as it is taken from the shelf. */
export interface TakenTint {
  readonly tint: ShelfTint;
  readonly family: FamilyName;
  readonly lpi: number;
}

/** A box on the sheet in mm, in which a gradation runs. */
export interface TintBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const tidy = (mm: number): number => Number(mm.toFixed(2));

/** The feed of a tint: a straight gradation runs down its box, a round one from its middle to its nearer side. */
function feedOf({ tint, tintTo, run }: ShelfTint, { x, y, width, height }: TintBox): Partial<Feed> {
  const [cx, cy] = [tidy(x + width / 2), tidy(y + height / 2)];
  const line =
    run === 'linear'
      ? { fromX: cx, fromY: tidy(y), toX: cx, toY: tidy(y + height) }
      : { fromX: cx, fromY: cy, toX: tidy(cx + Math.min(width, height) / 2), toY: cy };
  return { part: 'tint', separation: null, pick: null, tint, tintTo, run, ...(run === 'flat' ? {} : line) };
}

/** Makes a fill print a tint; its angle and what is set of its family stay. */
export const layTint =
  (fill: string, { tint, family, lpi }: TakenTint, box: TintBox): Edit =>
  (job) =>
    setScreen(fill, { family, frequency: { value: lpi, per: 'lpi' } })(setFeed(fill, feedOf(tint, box))(job));

/** Adds a fill over the others of a pass that prints a tint in a stencil, or on the whole sheet. */
export function addTint(
  pass: Pass,
  like: Fill,
  stencil: string | null,
  taken: TakenTint,
  box: TintBox,
): { readonly id: string; readonly edit: Edit } {
  const id = newId();
  const made: Fill = { ...createFill(id, like.feed.picture), screen: like.screen, stencil };
  return { id, edit: (job: Job) => layTint(id, taken, box)(addFill(pass.id, made)(job)) };
}
