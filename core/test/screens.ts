import {
  DEFAULT_SHEET,
  type CompiledScreen,
  compileScreen,
  compileTile,
  createJob,
  dotShape,
  type FamilyName,
  findSupercell,
  type Frequency,
  type PictureSource,
  type Screen,
  type Sheet,
  type ThresholdTile,
  plainStock,
} from '../src/index.ts';

/** A sheet of so many pixels at 300 ppi. */
export const sheetOf = (width: number, height = width): Sheet => ({
  ...DEFAULT_SHEET,
  width: (width / 300) * 25.4,
  height: (height / 300) * 25.4,
  bleed: 0,
  ppi: 300,
  stock: plainStock('White', '#ffffff'),
});

const NORMAL = createJob('t', 'p').passes[0]!.fills[0].screen;

/** A screen of a family with some of its own and of the shared settings. */
export function screenOf<F extends FamilyName>(
  family: F,
  own: Partial<Screen[F]> = {},
  shared: Partial<Pick<Screen, 'angle' | 'frequency' | 'seed' | 'centreX' | 'centreY' | 'oneTone' | 'smallest'>> = {},
): Screen {
  return { ...NORMAL, ...shared, family, [family]: { ...NORMAL[family], ...own } };
}

export const lpi = (value: number): Frequency => ({ value, per: 'lpi' });

/** Compiles a screen for a square sheet of `side` pixels; `tile` is every picture there is. */
export const compiledFor = (screen: Screen, side: number, tile: PictureSource | null = null): CompiledScreen =>
  compileScreen(sheetOf(side), screen, { pictureOf: () => tile });

/** A dot shape on the square lattice as a tile. */
export function dotTile(pitch: number, angle: number, shape: string): ThresholdTile {
  const { spot } = dotShape(shape)!;
  return compileTile(findSupercell(pitch, angle), (u, v) => spot(2 * u - 1, 2 * v - 1));
}

/** How many of the thresholds lie below each 16-bit tone: what that tone inks. */
function inkAtTones(thresholds: Uint16Array): Float64Array {
  const below = new Float64Array(65537);
  for (const t of thresholds) below[t + 1]!++;
  for (let k = 1; k < below.length; k++) below[k]! += below[k - 1]!;
  return below;
}

/** Largest difference between tone and coverage over `count` tones from bare to solid. */
export function worstCoverage(thresholds: Uint16Array, count: number): number {
  const below = inkAtTones(thresholds);
  let worst = 0;
  for (let k = 0; k < count; k++) {
    const tone = Math.round((k / (count - 1)) * 65535);
    worst = Math.max(worst, Math.abs(below[tone]! / thresholds.length - tone / 65535));
  }
  return worst;
}

/** Thresholds of a compiled screen: one whole repeat, or all of a sheet that does not repeat. */
export function thresholdsOf({ tile, thresholds }: CompiledScreen, side: number): Uint16Array {
  if (tile) return tile.data;
  if (thresholds) return thresholds({ x: 0, y: 0, width: side, height: side, step: 1 });
  throw new Error('This screen has no thresholds.');
}
