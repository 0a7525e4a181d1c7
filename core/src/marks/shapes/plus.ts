import { markShape } from './kind.ts';
import { cornered, type Place } from './path.ts';

export const plus = markShape({
  name: 'plus',
  label: 'Plus',
  group: 'With corners',
  about: 'Two bars that cross, as thick as is set.',
  uses: ['inner', 'round'],
  path({ inner, round }) {
    // Its corners lie on the circle of radius ½.
    const r = 0.5 / Math.sqrt(1 + inner * inner);
    const t = r * inner;
    const corners: Place[] = [
      [t, -r],
      [t, -t],
      [r, -t],
      [r, t],
      [t, t],
      [t, r],
      [-t, r],
      [-t, t],
      [-r, t],
      [-r, -t],
      [-t, -t],
      [-t, -r],
    ];
    return cornered(corners, round);
  },
});
