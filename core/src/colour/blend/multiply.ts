import { blendMode } from './mode.ts';

export const multiply = blendMode({
  name: 'multiply',
  label: 'Multiply',
  about: 'Darkens as two films laid on each other do.',
  channel: (cb, cs) => cb * cs,
});
