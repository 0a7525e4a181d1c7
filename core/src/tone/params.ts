import { amount, choiceOf, flag, type Params, type SettingsOf, share, whole } from '../settings/params.ts';

/** Everything the Tone station sets by number, switch or curve, in the order in which it acts. */
export const TONE_PARAMS = {
  mixR: amount('Red', 'How much red light counts in lightness; the three are brought to a sum of one.', 0.2126, -2, 3),
  mixG: amount('Green', 'How much green light counts in lightness.', 0.7152, -2, 3),
  mixB: amount('Blue', 'How much blue light counts in lightness.', 0.0722, -2, 3),
  saturation: amount('Saturation', 'How far colours keep from their grey, before a channel is taken.', 1, 0, 3),
  soften: amount('Soften', 'Evens out what is smaller than this on the sheet.', 0, 0, 20, 0.05, 'mm'),
  local: amount('Local contrast', 'Sets tones apart from those around them.', 0, -1, 2),
  localSize: amount('Local size', 'How far around a spot local contrast looks.', 8, 1, 50, 0.5, 'mm'),
  sharpen: amount('Sharpen', 'Strengthens edges.', 0, 0, 5, 0.05),
  sharpenSize: amount('Edge size', 'How wide the edges are that are sharpened.', 0.3, 0.05, 5, 0.05, 'mm'),
  spread: amount(
    'Spread',
    'Lets what prints grow over its edge, or below 0 shrink: so that inks side by side overlap.',
    0,
    -5,
    5,
    0.05,
    'mm',
  ),
  blocks: whole('Blocks', 'Flattens the picture to so many squares across the sheet; 0 leaves it.', 0, 0, 2000),
  lights: share('Lights', 'Picture tones lighter than this print nothing.', 0, 0, 0.95),
  middle: amount('Middle', 'Above 1 prints the middle tones heavier, below 1 lighter.', 1, 0.2, 5),
  darks: share('Darks', 'Picture tones darker than this print solid.', 1, 0.05, 1),
  contrast: amount('Contrast', 'Pulls tones apart from the middle, or below 0 towards it.', 0, -1, 1),
  curve: {
    kind: 'curve',
    label: 'Curve',
    about: 'A free curve from the tone that comes in to the tone that leaves.',
    normal: [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ],
  },
  invert: flag('Invert', 'Light prints dark and dark prints light.', false),
  steps: whole('Steps', 'Reduces the tones to so many equal steps; 0 or 1 keeps them smooth.', 0, 0, 64),
  meaning: choiceOf('Meaning of tone', 'What a tone of the picture asks of the ink.', [
    { name: 'light', label: 'True light', about: 'The print reflects the light that the picture shows.' },
    { name: 'even', label: 'Even steps', about: 'Picture values go straight to coverage.' },
  ]),
  gain: share('Dot gain', 'How much a tone of 50 % grows in print; it is taken off beforehand.', 0, -0.2, 0.3),
  gainFrom: choiceOf('Gain from', 'Where the gain of the press is known from.', [
    { name: 'value', label: 'Value at 50 %', about: 'One number, spread over the other tones as a sine.' },
    { name: 'table', label: 'Measured table', about: 'What was asked and what the press printed.' },
  ]),
  gainTable: {
    kind: 'curve',
    label: 'Measured print',
    about: 'Tone asked for and tone printed, from the press.',
    normal: [
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ],
    rising: true,
  },
} as const satisfies Params;

export type ToneSettings = SettingsOf<typeof TONE_PARAMS>;

/** Settings that act on the picture's light as a plane, before any tone curve. */
export const LIGHT_SETTINGS = [
  'mixR',
  'mixG',
  'mixB',
  'saturation',
  'soften',
  'local',
  'localSize',
  'sharpen',
  'sharpenSize',
  'spread',
  'blocks',
] as const satisfies readonly (keyof ToneSettings)[];
