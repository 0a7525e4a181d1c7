import type { PictureSource } from '../../picture/source.ts';
import { sheetPixels } from '../../job/defaults.ts';
import type { Screen, Sheet } from '../../job/types.ts';
import type { FamilyName } from '../families/index.ts';
import { pitchOf } from '../frequency.ts';
import { prepareDots } from './dots.ts';
import { prepareGrain } from './grain.ts';
import { prepareLines } from './lines.ts';
import { prepareTile } from './tile.ts';
import type { CompiledScreen, PrepareInput } from './types.ts';

export type { CompiledScreen, Prints } from './types.ts';

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
