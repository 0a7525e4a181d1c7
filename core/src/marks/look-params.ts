import { amount, choiceOf, flag, onlyFor, type Params, share } from '../settings/params.ts';
import { RELIEF_KINDS } from './relief/index.ts';

type Settings = Readonly<Record<string, unknown>>;

export const MARK_COLOUR_PARAMS = {
  colour: choiceOf('Colour', 'What the marks are printed in.', [
    { name: 'ink', label: 'The ink', about: 'One plate in the ink of the pass.' },
    {
      name: 'cell',
      label: 'Of the cell',
      about: 'The mean colour of the picture in the cell; prints as artwork, not as a plate.',
    },
    {
      name: 'palette',
      label: 'Of a palette',
      about: 'The nearest colour of a list; prints as artwork, not as a plate.',
    },
    {
      name: 'gradient',
      label: 'Gradient',
      about: 'Colours that run over the sheet; prints as artwork, not as a plate.',
    },
  ]),
  palette: {
    kind: 'colours',
    label: 'Palette',
    about: 'The colours that marks may have.',
    normal: ['#1e1b18', '#f0502e', '#0b6e75', '#f2c230', '#f5f1e8'],
    min: 2,
    max: 64,
    ...onlyFor('colour', 'palette'),
  },
  names: {
    kind: 'text',
    label: 'Names of colours',
    about: 'A line for each colour of the palette: its name, a tab and its stock number.',
    normal: '',
    longest: 20_000,
    hidden: true,
    ...onlyFor('colour', 'palette'),
  },
  diffuse: {
    ...flag('Diffuse', 'What a colour is off by is passed on to the next marks.', false),
    ...onlyFor('colour', 'palette'),
  },
  stops: {
    kind: 'stops',
    label: 'Colours',
    about: 'The colours of the gradient.',
    normal: [
      { at: 0, colour: '#f0502e' },
      { at: 1, colour: '#0b6e75' },
    ],
    ...onlyFor('colour', 'gradient'),
  },
  along: {
    ...amount('Direction', 'Way of the gradient, counter-clockwise from the right.', 270, -360, 360, 1, '°'),
    ...onlyFor('colour', 'gradient'),
  },
} as const satisfies Params;

const coloured = (s: Settings) => s.colour !== 'ink';
const inRelief = (s: Settings) => coloured(s) && s.relief !== 'none';

export const MARK_RELIEF_PARAMS = {
  relief: {
    ...choiceOf(
      'Pieces',
      'What form the marks have, as pieces of a mosaic.',
      [{ name: 'none', label: 'Flat', about: 'Flat marks.' }, ...RELIEF_KINDS],
      'none',
    ),
    when: coloured,
  },
  gap: { ...share('Gap', 'What stays free between pieces, of the cell.', 0, 0, 0.8), when: coloured },
  ground: {
    ...choiceOf('Ground', 'What is seen between the pieces.', [
      { name: 'stock', label: 'Stock', about: 'The stock.' },
      { name: 'colour', label: 'Colour', about: 'A colour of its own.' },
    ]),
    when: coloured,
  },
  groundColour: {
    kind: 'colours',
    label: 'Colour of the ground',
    about: 'What is seen between the pieces.',
    normal: ['#2b2723'],
    min: 1,
    max: 1,
    when: (s: Settings) => coloured(s) && s.ground === 'colour',
  },
  saturation: {
    ...share('Saturation', 'How strong the colours of cells are, before a palette is chosen from.', 1, 0, 3),
    when: (s: Settings) => s.colour === 'cell' || s.colour === 'palette',
  },
  light: {
    ...amount('Light from', 'Where the light comes from, counter-clockwise from the right.', 135, -360, 360, 1, '°'),
    when: inRelief,
  },
  height: { ...share('Height', 'How high pieces are, beside half of their width.', 0.5, 0.05, 1), when: inRelief },
  gloss: { ...share('Gloss', 'How bright highlights are.', 0.35), when: inRelief },
  shadow: { ...share('Shadow', 'How dark the shadows are that pieces cast.', 0.5), when: inRelief },
} as const satisfies Params;

const joined = (s: Settings) => s.join === true && s.colour === 'ink';

export const MARK_JOIN_PARAMS = {
  atEdge: choiceOf('At edges', 'What happens at the edges of the sheet and of the stencil.', [
    { name: 'cut', label: 'Cut', about: 'Marks end at the edge.' },
    { name: 'whole', label: 'Whole marks', about: 'Only marks that lie inside altogether.' },
    { name: 'centre', label: 'Centre inside', about: 'Marks whose centre is inside, whole.' },
  ]),
  join: { ...flag('Join', 'Outlines grow and are united into one.', false), ...onlyFor('colour', 'ink') },
  grow: {
    ...amount('Grow', 'Outlines grow by so much before they are united; below 0 they shrink.', 0, -50, 50, 0.05, 'mm'),
    when: joined,
  },
  bridge: { ...amount('Bridge gaps', 'Gaps narrower than this are closed.', 0, 0, 50, 0.05, 'mm'), when: joined },
  smooth: {
    ...amount('Smooth', 'Corners are rounded with this radius, inwards and outwards.', 0, 0, 50, 0.05, 'mm'),
    when: joined,
  },
  fillHoles: {
    ...choiceOf('Holes', 'Which holes are filled.', [
      { name: 'none', label: 'Keep', about: 'Holes stay.' },
      { name: 'small', label: 'Fill small', about: 'Holes below an area are filled.' },
      { name: 'all', label: 'Fill all', about: 'All holes are filled.' },
    ]),
    when: joined,
  },
  holesBelow: {
    ...amount('Holes below', 'Area below which holes are filled.', 1, 0, 10_000, 0.1, 'mm²'),
    when: (s: Settings) => joined(s) && s.fillHoles === 'small',
  },
  dropSpecks: {
    ...amount('Drop specks', 'Pieces with less area than this do not print.', 0, 0, 10_000, 0.1, 'mm²'),
    when: joined,
  },
} as const satisfies Params;
