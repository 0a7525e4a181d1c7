import { markShape } from './kind.ts';
import { cornered, polar } from './path.ts';

export const polygon = markShape({
  name: 'polygon',
  label: 'Polygon',
  group: 'With corners',
  about: 'Equal sides, three or more; its corners can be rounded.',
  uses: ['sides', 'round'],
  // Of an even number of sides none points upwards but a flat one lies below, as a square stands.
  path: ({ sides, round }) => {
    const first = sides % 4 === 0 ? 90 + 180 / sides : 90;
    return cornered(
      Array.from({ length: sides }, (_, k) => polar(0.5, first - (k * 360) / sides)),
      round,
    );
  },
});
