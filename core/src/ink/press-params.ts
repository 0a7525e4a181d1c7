import { amount, type Params, type SettingsOf, share, whole } from '../settings/params.ts';

/** How an ink may come off the press. All of it is shown only when asked for, and never in the plates. */
export const PRESS_PARAMS = {
  shiftX: amount('Shift right', 'How far the ink lands to the right of its place.', 0, -5, 5, 0.05, 'mm'),
  shiftY: amount('Shift down', 'How far the ink lands below its place.', 0, -5, 5, 0.05, 'mm'),
  turn: amount(
    'Turn',
    'How far the ink lands turned, counter-clockwise about the middle of the sheet.',
    0,
    -2,
    2,
    0.05,
    '°',
  ),
  stretch: amount('Stretch', 'How much longer the print is across than its plate, in thousandths.', 0, -10, 10, 0.1),
  gain: share('Gain', 'How much a tone of 50 % grows on this press.', 0, -0.2, 0.3),
  least: amount('Loses marks below', 'Marks that are narrower than this do not print.', 0, 0, 1, 0.01, 'mm'),
  mottle: share('Mottle', 'How unevenly solids take the ink.', 0, 0, 1),
  dry: share('Dry edges', 'How much of the rims of marks stays bare.', 0, 0, 1),
  starved: share('Starved', 'How much of the solids the ink does not reach.', 0, 0, 1),
  grain: amount('Size of it', 'How large the unevenness is.', 0.6, 0.05, 10, 0.05, 'mm'),
  seed: whole('Seed', 'Another number gives another print of the same kind.', 1, 0, 9999),
} as const satisfies Params;

export type PressSettings = SettingsOf<typeof PRESS_PARAMS>;
