import { LUMINANCE } from '../colour/luminance.ts';
import { amount, choiceOf, type Params, type SettingsOf, STRAIGHT, share, whole } from '../settings/params.ts';
import { STEP_PARAMS } from './steps/index.ts';

/** Settings that act on the picture's light as a plane, before any tone curve. */
export const LIGHT_PARAMS = {
  mixR: amount(
    'Red',
    'How much red light counts in lightness; the three are brought to a sum of one.',
    LUMINANCE[0],
    -2,
    3,
  ),
  mixG: amount('Green', 'How much green light counts in lightness.', LUMINANCE[1], -2, 3),
  mixB: amount('Blue', 'How much blue light counts in lightness.', LUMINANCE[2], -2, 3),
  saturation: amount('Saturation', 'How colourful the picture is before a channel is taken; 0 is grey.', 1, 0, 3),
  soften: amount('Soften', 'Blurs details that are smaller than this on the sheet.', 0, 0, 20, 0.05, 'mm'),
  local: amount(
    'Local contrast',
    'Raises the contrast of each tone against its surroundings; below 0 lowers it.',
    0,
    -1,
    2,
  ),
  localSize: amount('Local size', 'Radius of the surroundings that local contrast compares with.', 8, 1, 50, 0.5, 'mm'),
  sharpen: amount('Sharpen', 'Strengthens edges.', 0, 0, 5, 0.05),
  sharpenSize: amount('Edge size', 'Radius of the sharpening.', 0.3, 0.05, 5, 0.05, 'mm'),
  spread: amount(
    'Trap',
    'How far the printing parts grow over their edges, or below 0 shrink, so that neighbouring inks overlap.',
    0,
    -5,
    5,
    0.05,
    'mm',
  ),
  blocks: whole(
    'Blocks',
    'Divides the sheet into this many squares across, each of one tone; 0 leaves the picture as it is.',
    0,
    0,
    2000,
  ),
} as const satisfies Params;

/** What a tone asks of the ink, and what the press makes of it: the end of every tone curve. */
const PRINT_PARAMS = {
  meaning: choiceOf('Meaning of tone', 'What a tone of the picture asks of the ink.', [
    { name: 'light', label: 'True light', about: 'The print reflects the light that the picture shows.' },
    { name: 'even', label: 'Even steps', about: 'Picture values go straight to coverage.' },
  ]),
  gain: {
    ...share('Dot gain', 'How much a tone of 50 % grows in print; it is taken off beforehand.', 0, -0.2, 0.3),
    when: (s: Readonly<Record<string, unknown>>) => s.gainFrom !== 'table',
  },
  gainFrom: choiceOf('Gain from', 'Where the gain of the press is known from.', [
    { name: 'value', label: 'Value at 50 %', about: 'One number, spread over the other tones as a sine.' },
    { name: 'table', label: 'Measured table', about: 'What was asked and what the press printed.' },
  ]),
  gainTable: {
    kind: 'curve',
    label: 'Measured print',
    about: 'Tone asked for and tone printed, from the press.',
    normal: STRAIGHT,
    rising: true,
    when: (s: Readonly<Record<string, unknown>>) => s.gainFrom === 'table',
  },
} as const satisfies Params;

/** Settings that act on one tone after the other: the tone curve, in the order in which it acts. */
export const CURVE_PARAMS = { ...STEP_PARAMS, ...PRINT_PARAMS };

/** Everything the Tone station sets by number, switch or curve, in the order in which it acts. */
export const TONE_PARAMS = { ...LIGHT_PARAMS, ...CURVE_PARAMS };

export type CurveSettings = SettingsOf<typeof CURVE_PARAMS>;
export type ToneSettings = SettingsOf<typeof TONE_PARAMS>;
