import { amount, choiceOf, comesRound, type Params, type SettingsOf } from '../settings/params.ts';
import { TINT_PARAMS } from './tint-params.ts';

/**
 * Which part of a picture a fill takes. `colour` is the whole picture; a screen of one ink takes it as lightness.
 * `ink` is what a separation gives the pass's own ink, `base` the area under all of its inks.
 */
const PARTS = [
  { name: 'colour', label: 'Colour', about: 'The whole picture; where one ink is wanted it counts as lightness.' },
  { name: 'lightness', label: 'Lightness', about: 'Red, green and blue light mixed as the Tone station says.' },
  { name: 'r', label: 'R', about: 'Red light.' },
  { name: 'g', label: 'G', about: 'Green light.' },
  { name: 'b', label: 'B', about: 'Blue light.' },
  { name: 'alpha', label: 'Alpha', about: 'Where the picture is opaque.' },
  { name: 'ink', label: 'Separated ink', about: 'The coverage that the separation gives the ink of this pass.' },
  { name: 'base', label: 'Base', about: 'The area under all inks of a separation.' },
  { name: 'tint', label: 'Tint', about: 'A tint by percentage, flat or graded; no picture is needed.' },
] as const;

export type FeedPart = (typeof PARTS)[number]['name'];
export const FEED_PARTS: readonly FeedPart[] = PARTS.map((p) => p.name);

const FITS = [
  { name: 'fill', label: 'Fill', about: 'Covers the sheet and its bleed.' },
  { name: 'fit', label: 'Fit', about: 'Shows all of the picture on the trimmed sheet.' },
  { name: 'own', label: 'Own place', about: 'Lies where left edge, top edge and width say.' },
] as const;

export type FeedFit = (typeof FITS)[number]['name'];

const own = { when: (s: Readonly<Record<string, unknown>>) => s.fit === 'own' };

/** The numbers and choices of a feed. */
export const FEED_PARAMS = {
  from: choiceOf('Takes', 'What the fill takes as its picture.', [
    { name: 'picture', label: 'A picture', about: 'A picture of the job.' },
    {
      name: 'print',
      label: 'The print so far',
      about: 'What the passes beneath print, in their inks on the plain stock.',
    },
  ] as const),
  part: {
    kind: 'choice',
    label: 'Part of the picture',
    about: 'Which part of the picture the fill takes.',
    normal: 'lightness',
    options: PARTS,
  },
  fit: { kind: 'choice', label: 'Placing', about: 'How the picture lies on the sheet.', normal: 'fill', options: FITS },
  x: { ...amount('Left edge', 'Left edge of the picture, from the trimmed sheet.', 0, -10000, 10000, 1, 'mm'), ...own },
  y: { ...amount('Top edge', 'Top edge of the picture, from the trimmed sheet.', 0, -10000, 10000, 1, 'mm'), ...own },
  width: { ...amount('Width', 'Width of the picture on the sheet.', 100, 0.5, 20000, 1, 'mm'), ...own },
  turn: comesRound(
    amount('Turn of the picture', 'Degrees counter-clockwise about the middle of the picture.', 0, -360, 360, 1, '°'),
  ),
  ...TINT_PARAMS,
} as const satisfies Params;

export type FeedSettings = SettingsOf<typeof FEED_PARAMS>;

/** Parts that are coverage already, whatever their light would look like. */
export const isCoverage = (part: FeedPart): boolean =>
  part === 'alpha' || part === 'ink' || part === 'base' || part === 'tint';
