import { type SettingsOf } from '../../settings/params.ts';
import { rgbOf } from './blend.ts';
import type { MadeKind, Painter } from './kinds.ts';

const params = {
  colours: {
    kind: 'colours',
    label: 'Colour',
    about: 'The colour of the whole picture.',
    normal: ['#808080'],
    min: 1,
    max: 1,
  },
} as const;

function painter({ colours }: SettingsOf<typeof params>): Painter {
  const [r, g, b] = rgbOf(colours[0]!);
  return (_u, _v, out) => {
    out[0] = r;
    out[1] = g;
    out[2] = b;
    out[3] = 1;
  };
}

export const tint: MadeKind = {
  name: 'tint',
  label: 'Plain tint',
  about: 'One colour all over.',
  params,
  painter,
};
