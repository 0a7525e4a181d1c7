import { MM_PER_INCH } from '../math/units.ts';
import { type SheetGeometry, sheetPixels } from '../raster/sheet.ts';
import type { PictureSource } from '../raster/source.ts';
import type { CompiledScreen, Prints } from './compiled.ts';
import { familyOf, type PlannedScreen, type ScreenTraits } from './families/index.ts';
import { lpiOf, pitchOf } from './frequency.ts';
import type { Screen } from './settings.ts';

/** The chosen family of a screen and its settings. */
function chosen(screen: Screen) {
  const family = familyOf(screen.family);
  return { family, own: screen[screen.family] as never };
}

/**
 * Decides a screen for a sheet, without compiling it. `pixelsOf` names the pixels of the job's pictures by their id;
 * `rosette` says that it prints with screens of its frequency 30° and 60° from it.
 */
export function planScreen(
  sheet: SheetGeometry,
  screen: Screen,
  pixelsOf: (id: string) => string | null,
  rosette = false,
): PlannedScreen {
  const { width, height } = sheetPixels(sheet);
  const { family, own } = chosen(screen);
  const pitch = pitchOf(screen.frequency, sheet.ppi, width);
  const bleed = (sheet.bleed / MM_PER_INCH) * sheet.ppi;
  return family.plan({ own, shared: screen, pitch, width, height, bleed, ppi: sheet.ppi, pixelsOf, rosette });
}

/** Says why a sheet cannot be printed through a screen, in one sentence; null if it can. */
export function screenFault(sheet: SheetGeometry, screen: Screen): string | null {
  const { width, height } = sheetPixels(sheet);
  const { family, own } = chosen(screen);
  const pitch = pitchOf(screen.frequency, sheet.ppi, width);
  const bleed = (sheet.bleed / MM_PER_INCH) * sheet.ppi;
  const asked = {
    own,
    shared: screen,
    pitch,
    width,
    height,
    bleed,
    ppi: sheet.ppi,
    pixelsOf: () => null,
    rosette: false,
  };
  return family.fault(asked);
}

/** What is true of a screen on a plate of `ppi` pixels an inch. */
export function screenTraits(screen: Screen, ppi: number): ScreenTraits {
  const { family, own } = chosen(screen);
  return family.traits(own, ppi);
}

/** What the plates of a screen hold. */
export function screenPrints(screen: Screen): Prints {
  const { family, own } = chosen(screen);
  return family.prints(own);
}

/** Ids of the job's pictures that a screen is made of. */
export function screenPictures(screen: Screen): readonly string[] {
  const { family, own } = chosen(screen);
  return family.pictures(own);
}

/** Pixels from one row of cells of a screen to the next. */
export const screenPitch = (sheet: SheetGeometry, { frequency }: Pick<Screen, 'frequency'>): number =>
  pitchOf(frequency, sheet.ppi, sheetPixels(sheet).width);

/** Rows of cells of a screen per inch. */
export const screenLpi = (sheet: SheetGeometry, { frequency }: Pick<Screen, 'frequency'>): number =>
  lpiOf(frequency, sheet.ppi, sheetPixels(sheet).width);

/** Width in sheet pixels of what repeats to the eye: a cell, a tile, or a few grains. */
export function screenCellWidth(sheet: SheetGeometry, screen: Screen): number {
  const { family, own } = chosen(screen);
  return family.cellWidth(own, screenPitch(sheet, screen), sheet.ppi, sheetPixels(sheet).width);
}

/** Pixels from row to row in samples of a screen: marks that are counted have no pitch but that of their cells. */
export function samplePitch(sheet: SheetGeometry, screen: Screen): number {
  const { lattice, outlines } = screenTraits(screen, sheet.ppi);
  return outlines && !lattice ? screenCellWidth(sheet, screen) : screenPitch(sheet, screen);
}

/** A screen as a sample of a few cells shows it. */
export function sampledScreen(screen: Screen): Screen {
  const { family, own } = chosen(screen);
  return { ...screen, [family.name]: family.inSample(own) };
}

/** A screen in few words: `30 lpi 45°`, or what its family says instead. */
export function screenCaption(sheet: SheetGeometry, screen: Screen): string {
  const { family, own } = chosen(screen);
  const short = (value: number) => Number(value.toFixed(1));
  return family.caption(own) || `${short(screenLpi(sheet, screen))} lpi ${short(screen.angle)}\u00b0`;
}

export interface CompileScreenOptions {
  /** Quick and coarser, for a picture while a dial turns; plates are never made of it. */
  readonly draft?: boolean;
  /** A picture of the job by its id, for tiles. */
  pictureOf?(id: string): PictureSource | null;
}

/** Compiles a screen for a sheet at once. */
export function compileScreen(
  sheet: SheetGeometry,
  screen: Screen,
  { draft = false, pictureOf = () => null }: CompileScreenOptions = {},
): CompiledScreen {
  return planScreen(sheet, screen, (id) => id).compile({ draft, source: pictureOf });
}
