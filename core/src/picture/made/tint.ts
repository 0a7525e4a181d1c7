import { type SettingsOf } from '../../settings/params.ts';
import type { Blended, MadeKind } from './kinds.ts';

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

const blended = ({ colours }: SettingsOf<typeof params>): Blended => ({
  stops: [{ at: 0, colour: colours[0]! }],
  value: () => 0,
  rows: (kernels, across) => (_, out) => {
    new Float64Array(kernels.run.memory.buffer, out, across.length).fill(0);
  },
});

export const tint: MadeKind = {
  name: 'tint',
  texture: true,
  label: 'Plain tint',
  about: 'One colour all over.',
  params,
  blended,
};
