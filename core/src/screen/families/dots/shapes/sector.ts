import { arcTangent } from '../../../../math/exact.ts';
import { type DotShape, OWN_CELL } from './dot.ts';

export const sector: DotShape = {
  name: 'Sector',
  group: 'Rings and waves',
  about: 'A disc that opens like the hand of a clock, from the top round.',
  source: OWN_CELL,
  spot: (x, y) => {
    const share = (arcTangent(x, -y) + Math.PI) / (2 * Math.PI);
    // The disc fills π/4 of the cell; its corners follow.
    return 1 - 2 * (x * x + y * y <= 1 ? (1 - share) * (Math.PI / 4) : Math.PI / 4 + (1 - share) * (1 - Math.PI / 4));
  },
};
