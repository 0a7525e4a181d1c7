import { blendMode } from './mode.ts';

export const exclusion = blendMode({
  name: 'exclusion',
  label: 'Exclusion',
  about: 'As Difference, with less contrast.',
  channel: (cb, cs) => cb + cs - 2 * cb * cs,
});
