import { blendMode } from './mode.ts';

export const saturation = blendMode({
  name: 'saturation',
  label: 'Saturation',
  about: 'Its saturation, with the hue and luminosity beneath.',
  hue: 'backdrop',
  saturation: 'source',
  luminosity: 'backdrop',
});
