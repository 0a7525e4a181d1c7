import { hashShare } from '../../math/hash.ts';
import { edgeKind, moveOutwards } from './kind.ts';

/** Smooth noise -1..1 of period 1 with `count` values round the edge. */
function noise(t: number, count: number, seed: number): number {
  const at = t * count;
  const first = Math.floor(at);
  const f = at - first;
  const value = (k: number) => 2 * hashShare(k % count, seed, 77) - 1;
  const ease = f * f * (3 - 2 * f);
  return value(first) + (value(first + 1) - value(first)) * ease;
}

export const ragged = edgeKind({
  name: 'ragged',
  label: 'Ragged',
  about: 'An uneven edge, as if torn; of each mark another.',
  move(edge, { amount, count, seed, radius }, out) {
    moveOutwards(
      edge,
      radius,
      out,
      (t) => amount * (0.25 * noise(t, count, seed) + 0.12 * noise(t, 3 * count, seed + 1)),
    );
  },
});
