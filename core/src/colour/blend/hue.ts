import { blendMode } from './mode.ts';

export const hue = blendMode({
  name: 'hue',
  label: 'Hue',
  about: 'Its hue, with the saturation and luminosity beneath.',
  hue: 'source',
  saturation: 'backdrop',
  luminosity: 'backdrop',
});
