import { luminance } from '../colour/luminance.ts';
import type { LinearRgb } from '../colour/srgb.ts';
import { fillOf, withFill } from './fills.ts';
import { createPass, createSeparation } from './defaults.ts';
import { MOST_PASSES } from './limits.ts';
import { solidLight, stockLight } from '../ink/printed-ink.ts';
import type { Feed } from '../picture/types.ts';
import type { Ink } from '../ink/types.ts';
import type { Job, Pass, Separation } from './types.ts';
import type { InkSet } from '../ink/ink-sets.ts';
import type { SeparationSettings } from '../separate/params.ts';
import { printedBy } from './printed-by.ts';
import { ANGLES_BY_STRENGTH, PROCESS_ANGLES } from '../ink/angles.ts';

export interface SplitAsked {
  readonly set: InkSet;
  /** The pass whose picture is split, and whose placing and screen the new ones take over. */
  readonly from: string;
  readonly newId: () => string;
  /** Flat art: every ink prints where its own colour stands. */
  readonly chosen?: boolean;
}

export interface Split {
  readonly job: Job;
  /** What was done, in a sentence or two. */
  readonly said: string;
  readonly separation: string;
}

const luminanceOf = ([r, g, b]: LinearRgb): number => luminance(r, g, b);

/** How much an ink changes what it is laid on, 0..1: what shows its screen. */
export function inkWeight(ink: Ink): number {
  const light = luminanceOf(solidLight(ink));
  return ink.meets === 'light' ? Math.min(1, light + 0.2) : Math.max(0.05, 1 - light);
}

function anglesOf(inks: readonly Ink[]): number[] {
  if (inks.every((ink) => ink.name in PROCESS_ANGLES)) return inks.map((ink) => PROCESS_ANGLES[ink.name]!);
  const strongest = inks.map((_, k) => k).sort((p, q) => inkWeight(inks[q]!) - inkWeight(inks[p]!) || p - q);
  return inks.map((_, k) => ANGLES_BY_STRENGTH[strongest.indexOf(k) % ANGLES_BY_STRENGTH.length]!);
}

/** The angle of a base: one that no ink above it takes, so that its dots do not lie under theirs alone. */
const baseAngle = (inks: number): number => ANGLES_BY_STRENGTH[inks] ?? 30;

/** Dots that a mesh does not hold, of ink and of what it leaves open: a few per cent by common practice. */
const MESH_LOSES = 0.04;

/** Stocks darker than this light are printed on with light or covering inks. */
const DARK = 0.2;

/**
 * Splits the picture of a pass into a set's inks: makes a separation and a pass for each ink with angles far
 * apart, on the set's own stock where it needs a dark one. Passes that printed the picture before are hidden.
 * @throws RangeError when more passes would print than may
 */
export function splitPicture(before: Job, { set, from, newId, chosen = false }: SplitAsked): Split {
  const source = before.passes.find((p) => p.id === from)!;
  const chain = fillOf(source);
  const hidden = before.passes.filter((p) => p.on && fillOf(p).feed.picture === chain.feed.picture);
  const count = set.inks.length + (set.base ? 1 : 0);
  if (before.passes.filter((p) => p.on).length - hidden.length + count > MOST_PASSES) {
    throw new RangeError(`At most ${MOST_PASSES} passes print; hide some first.`);
  }
  // A light stock stays what it is: inks are laid on it as they were measured on their own.
  const own = before.sheet.stock;
  const needed = set.stock !== null && (set.base !== null || luminanceOf(stockLight(set.stock)) < DARK);
  const stock = needed ? set.stock! : { ...own, overprints: [...own.overprints, ...(set.stock?.overprints ?? [])] };
  const dark = luminanceOf(stockLight(stock)) < DARK;
  const lamps = set.inks.some((ink) => ink.meets === 'light');
  const change: Partial<SeparationSettings> = {
    way: chosen ? 'chosen' : 'nearest',
    ...(dark ? { whiteIs: 'white', fitDarks: false } : {}),
    ...(lamps || set.base ? { limit: count } : {}),
  };
  // Inks that cover go through a mesh.
  const mesh = set.base !== null || set.inks.some((ink) => ink.opacity > 0.5);
  const { smallest, solidFrom } = chain.screen;
  const held = mesh
    ? { smallest: Math.max(smallest, MESH_LOSES), solidFrom: Math.min(solidFrom, 1 - MESH_LOSES) }
    : { smallest, solidFrom };
  const separation: Separation = createSeparation(newId(), set.label);
  const feedOf = (part: Feed['part']): Feed => ({ ...chain.feed, part, separation: separation.id, pick: null });
  const angles = anglesOf(set.inks);
  const passOf = (ink: Ink, part: Feed['part'], angle: number, k: number): Pass => {
    const made = createPass(newId(), k, chain.feed.picture);
    // Frequency and shape are the old pass's; its tone was made for one ink alone.
    const { tone, screen } = printedBy(ink, { tone: fillOf(made).tone, screen: { ...chain.screen, ...held, angle } });
    const own = withFill(made, { feed: feedOf(part), tone, screen });
    return { ...own, name: ink.name, ink };
  };
  const base = set.base ? [passOf(set.base, 'base', baseAngle(set.inks.length), 0)] : [];
  const made = [...base, ...set.inks.map((ink, k) => passOf(ink, 'ink', angles[k]!, k + 1))];
  const gone = new Set(hidden.map((p) => p.id));
  const job: Job = {
    ...before,
    sheet: { ...before.sheet, stock },
    separations: [...before.separations, { ...separation, settings: { ...separation.settings, ...change } }],
    passes: [...before.passes.map((p) => (gone.has(p.id) ? { ...p, on: false } : p)), ...made],
  };
  const rows = set.inks.map((ink, k) => `${ink.name} ${angles[k]}°`).join(', ');
  const said = [
    `${made.length} passes: ${base.length ? `${set.base!.name} under all, ` : ''}${rows}.`,
    hidden.length ? `Hidden: ${hidden.map((p) => p.name).join(', ')}.` : '',
    mesh ? `Dots under ${100 * MESH_LOSES} % are left out and gaps as small filled: a mesh does not hold them.` : '',
    stock.name !== own.name ? `The stock is now ${stock.name}.` : '',
  ];
  return { job, said: said.filter(Boolean).join(' '), separation: separation.id };
}
