import { normalsOf, settingsInUse } from '../../../settings/params.ts';
import { markLatticeOf } from '../../../marks/lattices/index.ts';
import type { MarkInputs } from '../../../marks/place.ts';
import { MARK_PARAMS, type MarkSettings } from '../../../marks/params.ts';
import { isCounted, markCount } from '../../../marks/place.ts';
import { isJoined } from '../../../marks/joining/joined-plates.ts';
import { type ScreenAsked, screenFamily } from '../family.ts';
import { markPrints, markScreen } from './plates.ts';

/** Marks of one sheet at most. */
export const MOST_MARKS = 4_000_000;

const usesCentre = (s: MarkSettings): boolean =>
  markLatticeOf(s.lattice).centred || s.turning === 'centre' || s.mirror !== 'none';
const usesChance = (s: MarkSettings): boolean =>
  markLatticeOf(s.lattice).chance || s.turning === 'chance' || s.ragged > 0;

/** Everything that marks are made of. What the settings do not use is taken at its normal value. */
function inputs({ own, shared, pitch, width, height, bleed, ppi }: ScreenAsked<MarkSettings>): MarkInputs {
  const counted = isCounted(own);
  const centred = usesCentre(own);
  return {
    // Outlines stand for the face that they are of, and names of colours for nothing that prints.
    own: { ...normalsOf(MARK_PARAMS), ...settingsInUse(MARK_PARAMS, own), font: '', names: '' } as MarkSettings,
    sheet: { width, height, bleed, ppi },
    pitch: counted ? 0 : pitch,
    angle: counted ? 0 : shared.angle,
    cx: centred ? shared.centreX * width : 0,
    cy: centred ? shared.centreY * height : 0,
    seed: usesChance(own) ? shared.seed : 0,
  };
}

/** Says that a sheet would hold too many marks, in one sentence; null if it does not. */
function tooMany({ own, sheet, pitch }: Pick<MarkInputs, 'own' | 'sheet' | 'pitch'>): string | null {
  const count = markCount(own, { sheet, pitch });
  if (count <= MOST_MARKS) return null;
  const millions = (count / 1e6).toFixed(1);
  return `That makes about ${millions} million marks; at most ${MOST_MARKS / 1e6} million fit one sheet. Choose a lower frequency or fewer cells.`;
}

/** Shapes on a lattice, kept as outlines. */
export const MARKS = screenFamily({
  name: 'marks',
  label: 'Marks',
  about: 'Shapes on a lattice, kept as outlines: at any size, and in files of outlines too.',
  params: MARK_PARAMS,
  cells: 'shape',
  traits: (own) => ({
    lattice: !isCounted(own),
    cells: false,
    rows: own.lattice === 'square' && !isCounted(own),
    centre: usesCentre(own),
    chance: usesChance(own),
    turnsEvery: 90,
    order: isJoined(own) ? 'downwards' : 'any',
    sharesThreads: false,
    outlines: true,
    keepsEdges: own.atEdge !== 'cut',
  }),
  prints: markPrints,
  cellWidth: (own, pitch, _, width) => (isCounted(own) ? width / own.across : pitch),
  withoutHand: (own) => ({ ...own, edits: [] }),
  inSample: (own) => ({
    ...own,
    fit: 'frequency',
    margin: 0,
    innerRadius: 0,
    rings: 0,
    mirror: 'none',
    dropBelow: 0,
    atEdge: 'cut',
    join: false,
    edits: [],
  }),
  caption: (own) =>
    isCounted(own) ? (own.down ? `${own.across} \u00d7 ${own.down} marks` : `${own.across} marks across`) : '',
  fault: ({ own, pitch, width, height, bleed, ppi }) => tooMany({ own, sheet: { width, height, bleed, ppi }, pitch }),
  inputs,
  compile(own) {
    const fault = tooMany(own);
    if (fault) throw new RangeError(fault);
    return markScreen(own);
  },
});
