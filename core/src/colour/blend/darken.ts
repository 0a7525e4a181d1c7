import { blendMode } from './mode.ts';

export const darken = blendMode({
  name: 'darken',
  label: 'Darken',
  about: 'Keeps the darker of both, channel by channel.',
  channel: (cb, cs) => Math.min(cb, cs),
});
