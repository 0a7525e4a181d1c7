import type { PictureSource } from '../raster/source.ts';
import { sheetPixels } from '../document/defaults.ts';
import type { Screen, Sheet } from '../document/types.ts';
import type { FamilyName } from './families/index.ts';
import { pitchOf } from './frequency.ts';
import { prepareDots } from './families/dots/compile.ts';
import { prepareGrain } from './families/grain/compile.ts';
import { prepareLines } from './families/lines/compile.ts';
import { prepareTile } from './families/tile/compile.ts';
import type { CompiledScreen, PrepareInput } from './compiled.ts';

export type { CompiledScreen, Prints } from './compiled.ts';

/** How each family's screens are compiled. */
const FAMILIES: Readonly<Record<FamilyName, (input: PrepareInput) => CompiledScreen>> = {
  dots: prepareDots,
  lines: prepareLines,
  grain: prepareGrain,
  tile: prepareTile,
};

export interface CompileScreenOptions {
  /** Quick and coarser, for a look while a dial turns; plates are never made of it. */
  readonly draft?: boolean;
  /** A picture of the job by its id, for tiles. */
  pictureOf?(id: string): PictureSource | null;
}

/** Compiles a screen for a sheet. */
export function compileScreen(sheet: Sheet, screen: Screen, options: CompileScreenOptions = {}): CompiledScreen {
  const { width, height } = sheetPixels(sheet);
  return FAMILIES[screen.family]({
    sheet,
    width,
    height,
    screen,
    pitch: pitchOf(screen.frequency, sheet.ppi, width),
    draft: options.draft ?? false,
    pictureOf: options.pictureOf ?? (() => null),
  });
}
