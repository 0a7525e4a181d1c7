import { markShape } from './kind.ts';
import { cornered, polar } from './path.ts';

export const star = markShape({
  name: 'star',
  label: 'Star',
  group: 'With corners',
  about: 'Points, three or more, with notches as deep as is set.',
  uses: ['sides', 'inner', 'round'],
  path: ({ sides, inner, round }) =>
    cornered(
      Array.from({ length: 2 * sides }, (_, k) => polar(k % 2 === 0 ? 0.5 : 0.5 * inner, 90 - (k * 180) / sides)),
      round,
    ),
});
