import { amount, flag, type Params, type SettingsOf, share } from '../settings/params.ts';

const RUNS = [
  { name: 'flat', label: 'Flat', about: 'One tone all over.' },
  { name: 'linear', label: 'Straight', about: 'From one tone to another along a line.' },
  { name: 'radial', label: 'Round', about: 'From one tone in the middle to another all round it.' },
] as const;

const graded = { when: (s: Readonly<Record<string, unknown>>) => s.part === 'tint' && s.run !== 'flat' };
const tinted = { when: (s: Readonly<Record<string, unknown>>) => s.part === 'tint' };
const PLACE = 20000;

/** A tint: how much of the sheet its ink covers, the same everywhere or running from one tone to another. */
export const TINT_PARAMS = {
  tint: { ...share('Tint', 'How much the ink covers; of a gradation, where it begins.', 0.3), ...tinted },
  run: {
    kind: 'choice',
    label: 'Gradation',
    about: 'Whether the tint is flat or runs to another tone.',
    normal: 'flat',
    options: RUNS,
    ...tinted,
  },
  tintTo: { ...share('To', 'How much the ink covers where the gradation ends.', 0.7), ...graded },
  ends: {
    ...flag(
      'To bare or solid',
      'Lets the gradation end in bare stock or solid ink; otherwise a fine dot and a fine gap stay.',
      false,
    ),
    ...graded,
  },
  fromX: {
    ...amount('From across', 'Where it begins, from the left edge of the trimmed sheet.', 0, -PLACE, PLACE, 1, 'mm'),
    ...graded,
  },
  fromY: {
    ...amount('From down', 'Where it begins, from the top edge of the trimmed sheet.', 0, -PLACE, PLACE, 1, 'mm'),
    ...graded,
  },
  toX: {
    ...amount('To across', 'Where it ends, from the left edge of the trimmed sheet.', 0, -PLACE, PLACE, 1, 'mm'),
    ...graded,
  },
  toY: {
    ...amount('To down', 'Where it ends, from the top edge of the trimmed sheet.', 100, -PLACE, PLACE, 1, 'mm'),
    ...graded,
  },
} as const satisfies Params;

export type TintSettings = SettingsOf<typeof TINT_PARAMS>;
