import { blendMode } from './mode.ts';

/** The curve by which lights brighten, D of the specification. */
const brightened = (cb: number): number => (cb <= 0.25 ? ((16 * cb - 12) * cb + 4) * cb : Math.sqrt(cb));

export const softLight = blendMode({
  name: 'soft-light',
  label: 'Soft light',
  about: 'Darkens or lightens gently, as a diffuse lamp would.',
  channel: (cb, cs) => (cs <= 0.5 ? cb - (1 - 2 * cs) * cb * (1 - cb) : cb + (2 * cs - 1) * (brightened(cb) - cb)),
});
