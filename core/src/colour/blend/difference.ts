import { blendMode } from './mode.ts';

export const difference = blendMode({
  name: 'difference',
  label: 'Difference',
  about: 'The distance between both, channel by channel.',
  channel: (cb, cs) => Math.abs(cb - cs),
});
