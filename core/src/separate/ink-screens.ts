import type { SheetGeometry } from '../raster/sheet.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { planScreen, screenLpi, screenPitch, screenTraits } from '../screen/compile-screen.ts';
import type { CompiledScreen } from '../screen/compiled.ts';
import type { PlannedScreen } from '../screen/families/index.ts';
import type { Screen } from '../screen/settings.ts';
import { LARGEST_PITCH, SMALLEST_PITCH } from '../screen/periodic/supercell.ts';
import { inRosette, type Rows, screensInStep } from './in-step.ts';
import { measureOverlaps, type Overlaps } from './overlaps.ts';

/** Squares across and down the sheet over which overlaps are counted, and their side in pixels. */
const ACROSS = 3;
const SIDE = 180;

/** The screens of some inks on a sheet; null for an ink whose screen does not lie straight on it. */
export interface InkScreens {
  readonly sheet: SheetGeometry;
  readonly screens: readonly (Screen | null)[];
}

export type CompileScreen = (planned: PlannedScreen) => CompiledScreen;

const compileAlone: CompileScreen = (planned) => planned.compile({ draft: false, source: () => null });

/** Screens whose overlaps have to be counted, as plain data. */
export interface InStep {
  readonly sheet: SheetGeometry;
  readonly inks: readonly number[];
  readonly screens: readonly Screen[];
  /** Whether each of them keeps a rosette with others (see `rosettesOf`). */
  readonly rosette: readonly boolean[];
}

/** Rows of a screen whose thresholds are known wherever it prints: outlines take the tones of their own cells. */
function rowsOf(sheet: SheetGeometry, screen: Screen | null): Rows | null {
  if (!screen) return null;
  const { rows, outlines } = screenTraits(screen, sheet.ppi);
  return rows && !outlines ? { lpi: screenLpi(sheet, screen), angle: screen.angle } : null;
}

/**
 * For each ink whether its screen is one of three that make a rosette. These are compiled to keep step exactly, so that
 * the rosette is the same everywhere on the sheet.
 */
export const rosettesOf = ({ sheet, screens }: InkScreens): readonly boolean[] =>
  inRosette(screens.map((screen) => rowsOf(sheet, screen)));

/** Finds the screens that keep step; null if none do, or if the sheet's pixels do not hold them. */
export function inStep(from: InkScreens): InStep | null {
  const { sheet, screens } = from;
  const inks = screensInStep(screens.map((screen) => rowsOf(sheet, screen)));
  const held = (k: number) => {
    const pitch = screenPitch(sheet, screens[k]!);
    return pitch >= SMALLEST_PITCH && pitch <= LARGEST_PITCH;
  };
  if (inks.length === 0 || !inks.every(held)) return null;
  const { width, height, bleed, ppi } = sheet;
  const rosettes = rosettesOf(from);
  return {
    sheet: { width, height, bleed, ppi },
    inks,
    screens: inks.map((k) => screens[k]!),
    rosette: inks.map((k) => rosettes[k]!),
  };
}

/**
 * Counts what the plates of screens in step share, over squares spread evenly over the sheet: lattices on whole pixels
 * that make no rosette keep step only nearly, so that what they share drifts from one side to the other.
 * @param compile compiles a screen, or takes it from where it is compiled already
 */
export function overlapsOf({ sheet, inks, screens, rosette }: InStep, compile: CompileScreen = compileAlone): Overlaps {
  const size = sheetPixels(sheet);
  const starts = (length: number) =>
    Array.from({ length: ACROSS }, (_, k) => Math.max(0, Math.floor(((k + 0.5) * length) / ACROSS - SIDE / 2)));
  const areas = starts(size.height).flatMap((y) =>
    starts(size.width).map((x) => ({ x, y, width: SIDE, height: SIDE, step: 1 })),
  );
  // The last first: another thread that prepares the same plates begins with the first (see print/prepare.ts).
  const squares = screens
    .map((screen, k) => planScreen(sheet, screen, () => null, rosette[k]))
    .toReversed()
    .map((planned) => {
      const { thresholds } = compile(planned);
      const all = new Uint16Array(areas.length * SIDE * SIDE);
      for (const [square, area] of areas.entries()) all.set(thresholds!(area), square * SIDE * SIDE);
      return all;
    });
  return measureOverlaps(inks, squares.toReversed());
}
