import { MM_PER_INCH } from '../../../math/units.ts';
import { normalsOf, settingsInUse } from '../../../settings/params.ts';
import { STONE_PARAMS, type StoneSettings } from '../../../stones/params.ts';
import { ONE_INK, type Prints } from '../../compiled.ts';
import { type ScreenAsked, screenFamily } from '../family.ts';
import { type StoneInputs, stoneScreen } from './plates.ts';

/** Stones have colours of their own and lie on the stock as artwork does. */
const STONE_PRINTS: Prints = { ...ONE_INK, levels: 256, screened: false, artwork: true, tonesToo: true, unworn: true };

/** How wide a cell of stones is to the eye, in mm: a stone of the trade and its gap. */
const CELL = 3;

const usesChance = ({ way, filling }: StoneSettings): boolean => way === 'packed' && filling !== 'tight';

function inputs({ own, width, height, bleed, ppi }: ScreenAsked<StoneSettings>): StoneInputs {
  return {
    own: { ...normalsOf(STONE_PARAMS), ...settingsInUse(STONE_PARAMS, own) } as StoneSettings,
    sheet: { width, height, bleed, ppi },
  };
}

const withoutHand = (own: StoneSettings): StoneSettings => ({ ...own, hand: [], empty: [], loose: false });

/** Stones of fixed sizes, laid in outlines or by a picture. */
export const STONES = screenFamily({
  name: 'stones',
  label: 'Stones',
  about: 'Heat-set stones of fixed sizes, laid along or inside the outlines of the stencil, or as the picture says.',
  params: STONE_PARAMS,
  cells: 'way',
  traits: (own) => ({
    lattice: false,
    cells: false,
    rows: false,
    centre: own.way === 'around',
    chance: usesChance(own),
    turnsEvery: 90,
    order: 'any',
    sharesThreads: false,
    stones: true,
    keepsEdges: true,
  }),
  prints: () => STONE_PRINTS,
  cellWidth: (_own, _pitch, ppi) => (CELL * ppi) / MM_PER_INCH,
  inSample: withoutHand,
  withoutHand,
  fixedSizes: true,
  caption: ({ way }) => `stones, ${way}`,
  inputs,
  compile: (own) => stoneScreen(own),
});
