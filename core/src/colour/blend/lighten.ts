import { blendMode } from './mode.ts';

export const lighten = blendMode({
  name: 'lighten',
  label: 'Lighten',
  about: 'Keeps the lighter of both, channel by channel.',
  channel: (cb, cs) => Math.max(cb, cs),
});
