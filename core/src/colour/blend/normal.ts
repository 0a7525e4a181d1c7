import { blendMode } from './mode.ts';

export const normal = blendMode({
  name: 'normal',
  label: 'Normal',
  about: 'Covers what lies beneath.',
  channel: (_, cs) => cs,
});
