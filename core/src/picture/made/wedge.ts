import { encodeSrgb } from '../../colour/srgb.ts';
import { choiceOf, flag, type SettingsOf, share, whole } from '../../settings/params.ts';
import { inSteps } from './blend.ts';
import type { MadeKind, Painter } from './kinds.ts';

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

function painter(s: Settings): Painter {
  return (u, v, out) => {
    const t = inSteps(Math.min(1, Math.max(0, s.down ? v : u)), s.steps);
    const grey = 1 - (s.from + (s.to - s.from) * t);
    const value = s.meaning === 'light' ? encodeSrgb(grey) : grey;
    out[0] = value;
    out[1] = value;
    out[2] = value;
    out[3] = 1;
  };
}

export const wedge: MadeKind = {
  name: 'wedge',
  label: 'Step wedge',
  about: 'Equal steps of grey, to judge a screen by.',
  params,
  painter,
};
