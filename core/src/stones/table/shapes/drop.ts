import { cosine, sine } from '../../../math/exact.ts';
import { cornersOfCircle, ellipsePoints } from './ellipse-points.ts';
import { stoneShape } from './kind.ts';

/**
 * A circle at the lower end, as wide as the stone, and two tangents from it to the point at the upper end. A stone no higher
 * than it is wide has no room for a point and is an oval.
 */
export const drop = stoneShape({
  name: 'drop',
  label: 'Drop',
  about: 'A drop with its point up.',
  long: true,
  corners(width, height) {
    const r = width / 2;
    const middle = height / 2 - Math.min(r, height / 2);
    const far = height / 2 + middle;
    if (far <= r * 1.001) {
      return ellipsePoints(r, height / 2);
    }
    // Where a tangent from the point touches the circle: at so much above its middle, and so far to the side.
    const up = (r * r) / far;
    const side = (r / far) * Math.sqrt(far * far - r * r);
    const points: number[] = [0, -height / 2, side, middle - up];
    const corners = cornersOfCircle(r);
    for (let k = 1; k < corners; k++) {
      const turn = (k * 2 * Math.PI) / corners - Math.PI / 2;
      const [x, y] = [r * cosine(turn), r * sine(turn)];
      if (y > -up + 1e-9) points.push(x, middle + y);
    }
    points.push(-side, middle - up);
    return Float64Array.from(points);
  },
});
