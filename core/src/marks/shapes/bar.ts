import { markShape } from './kind.ts';
import { cornered } from './path.ts';

export const bar = markShape({
  name: 'bar',
  label: 'Bar',
  group: 'With corners',
  about: 'A rectangle, as high beside its width as is set; its corners can be rounded.',
  uses: ['aspect', 'round'],
  path({ aspect, round }) {
    const half = 0.5 / Math.sqrt(1 + aspect * aspect);
    const [x, y] = [half, half * aspect];
    return cornered(
      [
        [x, -y],
        [x, y],
        [-x, y],
        [-x, -y],
      ],
      round,
    );
  },
});
