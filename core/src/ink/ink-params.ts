import { BLEND_MODES } from '../colour/blend/index.ts';
import { amount, onlyFor, type Params, type SettingsOf, share } from '../settings/params.ts';

/** The numbers and choices of an ink itself. */
export const INK_PARAMS = {
  strength: share('Strength', 'How strongly the ink colours what lies under it: 1 in full.', 1, 0, 1),
  opacity: share('Opacity', 'How much the ink hides what lies under it: 0 is transparent, 1 opaque.', 0, 0, 1),
  meets: {
    kind: 'choice',
    label: 'Meets',
    about: 'How the ink meets what is there.',
    normal: 'overprint',
    options: [
      { name: 'overprint', label: 'Overprint', about: 'The ink lies on what is printed before it.' },
      { name: 'light', label: 'Light', about: 'The ink adds its light to what is there, as lamps do.' },
      {
        name: 'knockout',
        label: 'Knock out',
        about: 'The plates beneath are left bare where the ink prints, but for the trap.',
      },
      ...BLEND_MODES.map(({ name, label, about }) => ({ name, label, about, group: 'Blend modes' })),
    ],
  },
  trap: {
    ...amount('Trap', 'How far the inks beneath reach under the edge of what is knocked out.', 0, 0, 2, 0.05, 'mm'),
    ...onlyFor('meets', 'knockout'),
  },
} as const satisfies Params;

export type InkSettings = SettingsOf<typeof INK_PARAMS>;
