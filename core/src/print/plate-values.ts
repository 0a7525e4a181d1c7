import { MOST_LEVELS } from '../raster/plate.ts';
import { printingFills } from '../document/fills.ts';
import { laysInk } from '../document/fill-params.ts';
import type { Fill, Pass } from '../document/types.ts';
import { isWorn } from '../wear/worn-plate.ts';
import { screenPrints } from '../screen/compile-screen.ts';
import { type Prints, takesColours } from '../screen/compiled.ts';

/** What one value of a plate stands for: a share 0..1 of the pass's ink, or a colour of its own. */
export type PlateValue = { readonly ink: number } | { readonly colour: string };

/** What each value of a plate of a pass stands for, value by value. */
export interface PassPrints {
  readonly values: readonly PlateValue[];
  /** Whether some of them are colours of their own. */
  readonly palette: boolean;
  /** Whether the plate holds artwork: colours with alpha. What other fills of the pass print then counts as artwork too. */
  readonly artwork: boolean;
  /** Whether marks carry all of its tones, as a press needs it. */
  readonly screened: boolean;
}

type Fills = Pick<Pass, 'fills'>;

/** Whether a fill prints colours and is worn: none of its own values is bare stock, which wear lays open. */
function wornColours({ screen, wear }: Fill): boolean {
  const prints = screenPrints(screen);
  return isWorn(wear) && takesColours(prints) && !prints.unworn;
}

/** Whether a pass is one fill over the whole sheet, so that its plate is what that fill's screen makes. */
export function wholeFill(pass: Fills): Fill | null {
  const [only, ...others] = printingFills(pass);
  if (!only || others.length > 0 || only.stencil !== null) return null;
  return laysInk(only.over) && !wornColours(only) ? only : null;
}

const steps = (levels: number): readonly PlateValue[] =>
  Array.from({ length: levels }, (_, k) => ({ ink: k / (levels - 1) }));

const ownValues = ({ levels, palette }: Prints): readonly PlateValue[] =>
  palette ? palette.map((colour) => ({ colour })) : steps(levels);

/** Levels of which the levels of several fills are part. */
function commonLevels(levels: readonly number[]): number {
  const most = Math.max(2, ...levels);
  return levels.every((l) => (most - 1) % (l - 1) === 0) ? most : MOST_LEVELS;
}

/**
 * What the plate of a pass holds. Several fills share one plate: levels of all of them, and bare stock, levels and colours
 * where one prints a palette.
 */
export function printsOf(pass: Fills): PassPrints {
  const whole = wholeFill(pass);
  if (whole) {
    const prints = screenPrints(whole.screen);
    return {
      values: ownValues(prints),
      palette: prints.palette !== null,
      artwork: prints.artwork,
      screened: prints.screened,
    };
  }
  const all = printingFills(pass)
    .filter((fill) => laysInk(fill.over))
    .map(({ screen }) => screenPrints(screen));
  const inks = all.filter((p) => !takesColours(p)).map((p) => p.levels);
  const colours = [...new Set(all.flatMap((p) => p.palette ?? []))];
  return {
    values: [...steps(commonLevels(inks)), ...colours.map((colour) => ({ colour }))].slice(0, MOST_LEVELS),
    palette: colours.length > 0,
    artwork: all.some((p) => p.artwork),
    screened: all.every((p) => p.screened),
  };
}

/** Where each value of a fill's own plate stands among the values of its pass. */
export function valueMap(pass: PassPrints, fill: Prints): Uint8Array {
  const levels = pass.values.filter((v) => 'ink' in v).length;
  return Uint8Array.from(ownValues(fill), (own) => {
    if ('ink' in own) return Math.round(own.ink * (levels - 1));
    return Math.max(
      0,
      pass.values.findIndex((v) => 'colour' in v && v.colour === own.colour),
    );
  });
}
