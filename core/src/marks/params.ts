import {
  amount,
  choiceOf,
  comesRound,
  flag,
  type MarkEdit,
  type NumberParam,
  onlyFor,
  type Params,
  type SettingsOf,
  share,
  whole,
} from '../settings/params.ts';
import { EDGE_KINDS, type EdgeName } from './edges/index.ts';
import { MARK_LATTICES } from './lattices/index.ts';
import { MARK_COLOUR_PARAMS, MARK_JOIN_PARAMS, MARK_RELIEF_PARAMS } from './look-params.ts';
import { MARK_SHAPES, type ShapeSetting, shapesUsing } from './shapes/index.ts';

type Settings = Readonly<Record<string, unknown>>;

/** Both shapes of a morph have their own settings; a setting matters where its shape uses it. */
const ofShape = (setting: ShapeSetting, shape = 'shape') => ({
  when: (s: Settings) =>
    shapesUsing(setting).includes(s[shape] as string) && (shape === 'shape' || s.shape !== 'letters'),
});
const ofLattice = (is: (lattice: (typeof MARK_LATTICES)[number]) => boolean) => (s: Settings) =>
  MARK_LATTICES.some((l) => l.name === s.lattice && is(l));

const counted = (s: Settings) => s.fit === 'counts' && ofLattice((l) => l.counted)(s);
const LETTERS = {
  name: 'letters',
  label: 'Letters',
  group: 'Figures',
  about: 'Letters of a font: one, a text, or a set by how dark each is.',
};

/** A letter to begin with, of the first face that ships (Bricolage Grotesque ExtraBold, SIL Open Font License). */
const LETTER_A =
  'A\tM0.19 0L0.014 0L0.238-0.66L0.474-0.66L0.698 0L0.522 0L0.485-0.124L0.227-0.124ZM0.259-0.232L0.453-0.232L0.364-0.534L0.348-0.534Z';

const SHAPE_CHOICE = MARK_SHAPES.map(({ name, label, group, about }) => ({ name, label, group, about }));

export const MARK_SHAPE_PARAMS = {
  shape: choiceOf('Shape', 'What the marks look like.', [...SHAPE_CHOICE, LETTERS], 'circle'),
  sides: { ...whole('Sides', 'Corners of a polygon, or points of a star.', 6, 3, 60), ...ofShape('sides') },
  inner: { ...share('Inner', 'How far a hole or a notch reaches out.', 0.5, 0.05, 0.95), ...ofShape('inner') },
  round: { ...share('Round corners', 'How far corners are rounded, of half a side.', 0), ...ofShape('round') },
  aspect: { ...amount('Height', 'Height beside the width.', 0.5, 0.05, 20, 0.05, '×'), ...ofShape('aspect') },
  path: {
    kind: 'text',
    label: 'Outline',
    about: 'SVG path of an imported shape, 1 wide about 0.',
    normal: '',
    longest: 500_000,
    hidden: true,
    ...onlyFor('shape', 'own'),
  },
  text: {
    kind: 'text',
    label: 'Letters',
    about: 'One letter, a text that runs through the cells, or a set of letters.',
    normal: 'A',
    longest: 5000,
    ...onlyFor('shape', 'letters'),
  },
  letterUse: {
    ...choiceOf('Letters by', 'Which letter stands in a cell.', [
      {
        name: 'running',
        label: 'Reading order',
        about: 'The text runs through the cells, row by row, again and again.',
      },
      { name: 'ink', label: 'Tone', about: 'The letter whose ink comes nearest to the tone of its cell.' },
    ]),
    ...onlyFor('shape', 'letters'),
  },
  font: {
    kind: 'text',
    label: 'Font',
    about: 'The font that letters are set in.',
    normal: '',
    longest: 200,
    hidden: true,
    ...onlyFor('shape', 'letters'),
  },
  glyphs: {
    kind: 'text',
    label: 'Outlines of letters',
    about: 'Each letter, a tab and its outline as an SVG path, an em 1 high, line by line.',
    normal: LETTER_A,
    longest: 2_000_000,
    hidden: true,
    ...onlyFor('shape', 'letters'),
  },
  into: {
    ...choiceOf(
      'Turns into',
      'A second shape, which marks come nearer to the darker they are.',
      [{ name: 'none', label: 'Nothing', about: 'Marks keep their shape.' }, ...SHAPE_CHOICE],
      'none',
    ),
    when: (s: Settings) => s.shape !== 'letters',
  },
  turnsBy: {
    ...choiceOf('Turns by', 'What decides how far marks have turned into the second shape.', [
      { name: 'tone', label: 'Tone', about: 'The darker a mark is, the further it has turned.' },
      {
        name: 'amount',
        label: 'Amount',
        about: 'All marks have turned as far as the amount says, which can move in time.',
      },
      { name: 'both', label: 'Both', about: 'The amount is how far the darkest marks turn; lighter ones turn less.' },
    ]),
    when: (s: Settings) => s.into !== 'none' && s.shape !== 'letters',
  },
  turned: {
    ...share('Turned', 'How far marks have turned into the second shape.', 0),
    when: (s: Settings) => s.into !== 'none' && s.shape !== 'letters' && s.turnsBy !== 'tone',
  },
  intoSides: {
    ...whole('Sides', 'Corners of the second polygon, or points of the star.', 5, 3, 60),
    ...ofShape('sides', 'into'),
  },
  intoInner: {
    ...share('Inner', 'How far its hole or notch reaches out.', 0.5, 0.05, 0.95),
    ...ofShape('inner', 'into'),
  },
  intoPath: {
    kind: 'text',
    label: 'Outline',
    about: 'SVG path of the second shape.',
    normal: '',
    longest: 500_000,
    hidden: true,
    ...onlyFor('into', 'own'),
  },
} as const satisfies Params;

export const MARK_PLACE_PARAMS = {
  lattice: choiceOf('Lattice', 'Where the marks stand.', MARK_LATTICES, 'square'),
  fit: {
    ...choiceOf('Cells', 'What the cells are counted by.', [
      { name: 'frequency', label: 'Frequency', about: 'Rows as close as the frequency says, turned by the angle.' },
      { name: 'counts', label: 'Counts', about: 'So many cells across and down, which fit the sheet exactly.' },
    ]),
    when: ofLattice((l) => l.counted),
  },
  across: { ...whole('Across', 'Cells of a row.', 49, 1, 20_000), when: counted },
  down: { ...whole('Down', 'Rows of cells; 0 for cells as high as they are wide.', 0, 0, 20_000), when: counted },
  margin: amount('Margin', 'Free edge of the sheet, in mm.', 0, 0, 2000, 0.5, 'mm'),
  spokes: {
    ...whole('Marks a ring', 'How many marks each ring holds; 36 stand 10° apart.', 36, 3, 1440),
    ...onlyFor('lattice', 'spokes'),
  },
  rings: {
    ...whole('Rings', 'How many rings; 0 for as many as the sheet takes.', 0, 0, 5000),
    ...onlyFor('lattice', 'rings', 'spokes'),
  },
  innerRadius: {
    ...amount('Free middle', 'Radius that stays free in the middle, in mm.', 0, 0, 5000, 0.5, 'mm'),
    ...onlyFor('lattice', 'rings', 'spokes'),
  },
  growing: {
    ...flag('Growing rings', 'Rings grow wider outwards, so that cells keep their shape.', false),
    ...onlyFor('lattice', 'spokes'),
  },
  flip: choiceOf(
    'Flip',
    'Which marks stand upside down.',
    [
      { name: 'none', label: 'None', about: 'All marks stand alike.' },
      { name: 'rows', label: 'Rows', about: 'Every second row.' },
      { name: 'columns', label: 'Columns', about: 'Every second column.' },
      { name: 'both', label: 'Both', about: 'Every second mark, as on a chess board.' },
    ],
    'none',
  ),
  flipTurn: {
    ...amount(
      'Turned by',
      'Turn of the flipped marks instead of a mirror image; 0 mirrors them.',
      0,
      -180,
      180,
      1,
      '°',
    ),
    when: (s: Settings) => s.flip !== 'none',
  },
  mirror: choiceOf(
    'Mirror',
    'Mirrored copies of the lattice.',
    [
      { name: 'none', label: 'None', about: 'No copies.' },
      { name: 'across', label: 'Across', about: 'What stands left of the centre stands right of it too.' },
      { name: 'down', label: 'Down', about: 'What stands above the centre stands below it too.' },
      { name: 'both', label: 'Both', about: 'One quarter stands in all four.' },
    ],
    'none',
  ),
} as const satisfies Params;

export const MARK_SIZE_PARAMS = {
  sizing: choiceOf('Size by', 'What a size means.', [
    { name: 'area', label: 'Area', about: 'The area of a mark is that share of its cell, so that tone is true.' },
    { name: 'width', label: 'Width', about: 'Its width is that share of what fits its cell.' },
  ]),
  from: share('Size, light', 'Size where the tone is bare stock, of the cell.', 0, 0, 4),
  to: share('Size, dark', 'Size where the tone is solid; above 100 % marks overlap and join.', 1, 0, 4),
  steps: whole('Steps', 'So many equal steps of size; 0 for every size.', 0, 0, 64),
  dropBelow: amount('Drop below', 'Marks narrower than this do not print, in mm.', 0, 0, 100, 0.05, 'mm'),
  stretch: flag('Fit the cell', 'Marks take the proportions of their cell.', false),
  turning: choiceOf('Turn', 'What turns each mark by itself.', [
    { name: 'lattice', label: 'With the lattice', about: 'As the lattice runs at their place.' },
    { name: 'fixed', label: 'Fixed', about: 'All marks by one angle.' },
    { name: 'centre', label: 'To the centre', about: 'The upper end of each mark points to the centre.' },
    { name: 'along', label: 'Along the gradient', about: 'Marks point to where the picture grows darker.' },
    { name: 'across', label: 'Across the gradient', about: 'Marks point along the lines of equal tone.' },
    { name: 'tone', label: 'By tone', about: 'From one angle in the highlights to another in the shadows.' },
    { name: 'chance', label: 'By chance', about: 'Each by another angle.' },
  ]),
  turn: comesRound(
    amount(
      'Angle of marks',
      'Turn of the marks, counter-clockwise; it is added to what turns them.',
      0,
      -360,
      360,
      1,
      '°',
    ),
  ),
  turnTo: {
    ...amount('Angle in shadows', 'Turn of solid marks; between, marks turn with the tone.', 90, -720, 720, 1, '°'),
    ...onlyFor('turning', 'tone'),
  },
  spread: {
    ...amount('Spread', 'Marks turn by up to so much to either side.', 180, 0, 180, 1, '°'),
    ...onlyFor('turning', 'chance'),
  },
} as const satisfies Params;

/** One amount for every treatment of edges. */
const EDGE_AMOUNTS = Object.fromEntries(
  EDGE_KINDS.map(({ name, label, about }) => [name, share(label, about, 0)]),
) as Readonly<Record<EdgeName, NumberParam>>;

const anyEdge = (s: Settings) => EDGE_KINDS.some(({ name }) => (s[name] as number) > 0);

export const MARK_EDGE_PARAMS = {
  ...EDGE_AMOUNTS,
  teeth: {
    ...whole('Teeth', 'Teeth, ripples or notches round a mark.', 12, 3, 60),
    when: (s: Settings) => ['toothed', 'rippled', 'ragged'].some((name) => (s[name] as number) > 0),
  },
  edgesByTone: { ...flag('Edges by tone', 'Full in the shadows, none in the highlights.', false), when: anyEdge },
} as const satisfies Params;

/** The settings of a screen of marks. */
export const MARK_PARAMS = {
  ...MARK_SHAPE_PARAMS,
  ...MARK_PLACE_PARAMS,
  ...MARK_SIZE_PARAMS,
  ...MARK_EDGE_PARAMS,
  ...MARK_COLOUR_PARAMS,
  ...MARK_RELIEF_PARAMS,
  ...MARK_JOIN_PARAMS,
  edits: {
    kind: 'mark edits',
    label: 'Edits by hand',
    about: 'What was done to single marks.',
    normal: [] as readonly MarkEdit[],
  },
} as const satisfies Params;

export type MarkSettings = SettingsOf<typeof MARK_PARAMS>;
