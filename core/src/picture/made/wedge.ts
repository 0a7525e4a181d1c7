import { encodeSrgb } from '../../colour/srgb.ts';
import { choiceOf, flag, type SettingsOf, share, whole } from '../../settings/params.ts';
import { inSteps } from './blend.ts';
import type { Blended, MadeKind } from './kinds.ts';

const params = {
  steps: whole('Steps', 'How many patches; 0 for a smooth run.', 11, 0, 256),
  from: share('From', 'Tone of the first patch.', 0, 0, 1),
  to: share('To', 'Tone of the last patch.', 1, 0, 1),
  meaning: choiceOf('Equal in', 'What the patches are equal steps of.', [
    { name: 'even', label: 'Picture values', about: 'Equal steps of the encoded value.' },
    { name: 'light', label: 'Light', about: 'Equal steps of reflected light.' },
  ]),
  down: flag('Top to bottom', 'Runs down instead of across.', false),
} as const;

type Settings = SettingsOf<typeof params>;

/** Encoded greys from black to white: the value is the colour. */
const GREYS = [
  { at: 0, colour: '#000000' },
  { at: 1, colour: '#ffffff' },
];

function blended(s: Settings): Blended {
  const value = (u: number, v: number): number => {
    const t = inSteps(Math.min(1, Math.max(0, s.down ? v : u)), s.steps);
    const grey = 1 - (s.from + (s.to - s.from) * t);
    return s.meaning === 'light' ? encodeSrgb(grey) : grey;
  };
  return { stops: GREYS, value };
}

export const wedge: MadeKind = {
  name: 'wedge',
  label: 'Step wedge',
  about: 'Equal steps of grey, to judge a screen by.',
  params,
  blended,
};
