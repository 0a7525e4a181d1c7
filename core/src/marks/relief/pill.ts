import type { ReliefKind } from './kind.ts';

export const pill: ReliefKind = {
  name: 'pill',
  label: 'Pill',
  about: 'A long piece with round ends.',
  shape: 'bar',
  height(x, y, aspect) {
    // In half heights of the piece: what lies along its middle line is the straight part.
    const [u, v] = aspect >= 1 ? [x * aspect, y] : [x, y / aspect];
    const straight = Math.abs(aspect >= 1 ? aspect - 1 : 1 / aspect - 1);
    const along = Math.max(0, Math.abs(aspect >= 1 ? u : v) - straight);
    const across = aspect >= 1 ? v : u;
    const d = along * along + across * across;
    return d >= 1 ? 0 : Math.sqrt(1 - d);
  },
};
