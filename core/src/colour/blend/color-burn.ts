import { blendMode } from './mode.ts';

export const colorBurn = blendMode({
  name: 'color-burn',
  label: 'Colour burn',
  about: 'Darkens what lies beneath to reflect the colour.',
  channel: (cb, cs) => (cb === 1 ? 1 : cs === 0 ? 0 : 1 - Math.min(1, (1 - cb) / cs)),
});
