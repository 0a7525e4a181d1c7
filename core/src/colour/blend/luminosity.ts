import { blendMode } from './mode.ts';

export const luminosity = blendMode({
  name: 'luminosity',
  label: 'Luminosity',
  about: 'Its luminosity, with the hue and saturation beneath.',
  hue: 'backdrop',
  saturation: 'backdrop',
  luminosity: 'source',
});
