import { blendMode } from './mode.ts';

export const screen = blendMode({
  name: 'screen',
  label: 'Screen',
  about: 'Lightens as two projections on one wall do.',
  channel: (cb, cs) => cb + cs - cb * cs,
});
