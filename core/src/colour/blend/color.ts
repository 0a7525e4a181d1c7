import { blendMode } from './mode.ts';

export const color = blendMode({
  name: 'color',
  label: 'Colour',
  about: 'Its hue and saturation, with the luminosity beneath.',
  hue: 'source',
  saturation: 'source',
  luminosity: 'backdrop',
});
