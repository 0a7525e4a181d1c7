import type { Pass } from '../document/types.ts';
import { hexOfLight, measuredInk } from '../ink/ink-sets.ts';
import { plainStock } from '../ink/defaults.ts';
import type { Stock } from '../ink/types.ts';
import { cosine, sine, square } from '../math/exact.ts';
import { MM_PER_INCH } from '../math/units.ts';
import type { Recipe } from '../recipes/recipe.ts';
import {
  type PassAsked,
  recipesOf,
  type ScreenAsked,
  screenOf,
  type ShippedAsked,
  type SplitAsked,
} from '../recipes/shipped/make.ts';
import type { Findings, FoundInk } from '../scan/findings.ts';
import { inkNames } from './ink-names.ts';

/** What is set of a found ink by hand, on the view of the match. */
export interface MatchedInk {
  /** Rows of cells an inch; of grain it follows from the size of a grain. */
  readonly lpi: number;
  readonly angle: number;
  readonly shape: string;
  readonly smallest: number;
  readonly solidFrom: number;
  /** How much of the rims of marks stays bare, 0..1. */
  readonly dry: number;
  /** How far it lands off the ink by which the others are measured, in mm. */
  readonly shiftX: number;
  readonly shiftY: number;
}

export interface MatchSettings {
  readonly name: string;
  /** Pixels of the scan an inch of the print. */
  readonly ppi: number;
  /** How far the print lies turned in the scan, counter-clockwise. */
  readonly turn: number;
  /** How strongly the texture of the stock shows: 0 is smooth. */
  readonly texture: number;
  readonly inks: readonly MatchedInk[];
}

/** Lightness by which bare stock varies at an amount of texture of 1, nearly. */
const TEXTURE = 1.2;

const NORMAL_SHAPE = 'Round';

/** Less texture than this is smooth. */
const LEAST_TEXTURE = 0.05;

const modulo = (v: number, by: number): number => ((v % by) + by) % by;
const rounded = (v: number, digits: number): number => Number(v.toFixed(digits));

/** Inks that lie no farther off than this, in mm, are in register. */
const IN_REGISTER = 0.06;

/** Where an ink lands on the print, in mm; in its place where that is a mere guess. */
function landing({ misregister }: FoundInk, ppi: number, turn: number): Pick<MatchedInk, 'shiftX' | 'shiftY'> {
  const [x, y] = misregister.confidence === 'medium' ? misregister.value : [0, 0];
  const [c, s] = [cosine((turn * Math.PI) / 180), sine((turn * Math.PI) / 180)];
  const mm = (pixels: number) => (pixels / ppi) * MM_PER_INCH;
  // What lies turned in the scan is turned back.
  const [right, down] = [mm(x * c - y * s), mm(x * s + y * c)];
  const off = Math.sqrt(square(right) + square(down)) > IN_REGISTER;
  return { shiftX: off ? rounded(right, 2) : 0, shiftY: off ? rounded(down, 2) : 0 };
}

/** The settings that a scan tells, before anything is changed by hand. What is not known has its normal value. */
export function settingsOf(findings: Findings, ppi: number, turn: number): MatchSettings {
  return {
    name: 'Matched print',
    ppi,
    turn,
    texture: findings.texture.confidence === 'none' ? 0 : rounded(Math.min(2, findings.texture.value / TEXTURE), 2),
    inks: findings.inks.map(({ screen, ...ink }) => ({
      ...landing({ screen, ...ink }, ppi, turn),
      lpi: rounded(ppi / screen.pitch.value, 2),
      angle: rounded(screen.angle.confidence === 'none' ? 45 : modulo(screen.angle.value - turn, 180), 2),
      // A shape that is a mere guess is left at the normal one.
      shape: screen.group.confidence === 'low' ? NORMAL_SHAPE : screen.shape.value,
      smallest: rounded(screen.smallest.value, 3),
      solidFrom: rounded(screen.solidFrom.value, 3),
      dry: rounded(screen.ragged.confidence === 'none' ? 0 : 0.5 * screen.ragged.value, 2),
    })),
  };
}

/** The stock of a scan: its colour as measured, with the overprints of the inks that the scan shows. */
function stockOf(
  { stock, stockLight, overprints }: Findings,
  names: readonly string[],
  { texture }: MatchSettings,
): Stock {
  return {
    ...plainStock('Stock of the scan', hexOfLight(stockLight)),
    measured: stock.value,
    texture: texture > LEAST_TEXTURE ? 'paper' : 'none',
    textureAmount: texture > LEAST_TEXTURE ? texture : 1,
    overprints: overprints.map(({ code, lab }) => ({
      inks: names.filter((_, k) => (code >> k) & 1),
      lab,
      stock: stock.value,
    })),
  };
}

/** The screen of an ink; `at` its number, so that grains of several inks differ. */
function screenAsked(
  { screen }: FoundInk,
  { lpi, angle, shape, smallest, solidFrom }: MatchedInk,
  at: number,
): ScreenAsked {
  const limits = { smallest, solidFrom };
  if (screen.kind.value === 'grain') {
    return {
      ...limits,
      seed: at + 1,
      grain: { method: 'blue-noise', size: rounded(MM_PER_INCH / lpi, 3), sizeIn: 'mm' },
    };
  }
  if (screen.kind.value === 'lines') return { ...limits, lines: { kind: 'straight' }, lpi, angle };
  return { ...limits, dots: { shape, lattice: screen.lattice.value }, lpi, angle };
}

/**
 * A recipe that prints as a scanned print was printed: its stock and inks with their colours, and the screen of each ink.
 * One ink takes the lightness of a picture; several take its colours by a separation.
 */
export function recipeOfFindings(findings: Findings, settings: MatchSettings): Recipe {
  const names = inkNames(findings.inks.map(({ lab }) => lab.value));
  const stock = stockOf(findings, names, settings);
  const passes = findings.inks.map((ink, k): PassAsked => {
    const set = settings.inks[k]!;
    return {
      ink: measuredInk(names[k]!, ink.lab.value, findings.stock.value),
      screen: screenAsked(ink, set, k),
      press: { dry: set.dry, shiftX: set.shiftX, shiftY: set.shiftY },
    };
  });
  const asked: Pick<ShippedAsked, 'id' | 'name' | 'note' | 'tags' | 'stock' | 'ground'> = {
    id: 'matched',
    name: settings.name,
    note: 'Found in a scan of a print.',
    tags: ['matched'],
    stock,
    ground: { shown: settings.texture > LEAST_TEXTURE },
  };
  const [first] = passes as [PassAsked];
  const split: SplitAsked = {
    inks: passes.map(({ ink }) => ink),
    screen: first.screen!,
    each: (pass, k) => withScreen(pass, passes[k]!),
  };
  return recipesOf('Matched', [passes.length === 1 ? { ...asked, over: [first] } : { ...asked, split }])()[0]!.recipe;
}

/** A pass of a separation with the screen and the press of its own ink. */
function withScreen(pass: Pass, { screen, press }: PassAsked): Pass {
  const [fill, ...others] = pass.fills;
  return {
    ...pass,
    ink: { ...pass.ink, press: { ...pass.ink.press, ...press } },
    fills: [{ ...fill, screen: screenOf(screen!) }, ...others],
  };
}
