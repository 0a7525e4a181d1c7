import { blendMode } from './mode.ts';
import { multiply } from './multiply.ts';
import { screen } from './screen.ts';

export const hardLight = blendMode({
  name: 'hard-light',
  label: 'Hard light',
  about: 'Multiplies by its own darks and screens by its own lights.',
  channel: (cb, cs) => (cs <= 0.5 ? multiply.channel(cb, 2 * cs) : screen.channel(cb, 2 * cs - 1)),
});
