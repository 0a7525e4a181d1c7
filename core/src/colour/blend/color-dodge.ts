import { blendMode } from './mode.ts';

export const colorDodge = blendMode({
  name: 'color-dodge',
  label: 'Colour dodge',
  about: 'Brightens what lies beneath to reflect the colour.',
  channel: (cb, cs) => (cb === 0 ? 0 : cs === 1 ? 1 : Math.min(1, cb / (1 - cs))),
});
