import { hashShare } from '../../math/hash.ts';
import { share, whole } from '../../settings/params.ts';
import { around, planBoxPath, type Point, ROUND } from './box-path.ts';
import { partKind } from './kind.ts';
import { BOX_PARAMS } from './outline.ts';

const number = (v: number): string => String(Number(v.toFixed(4)));

export interface CloudAsked {
  readonly width: number;
  readonly height: number;
  readonly bumps: number;
  /** How far bumps stand out, in shares of half of what lies between them. */
  readonly depth: number;
  readonly uneven: number;
  readonly seed: number;
}

/** An arc over a chord: its circle, and how it goes from one end to the other. */
interface Bump {
  readonly from: Point;
  readonly to: Point;
  readonly radius: number;
  readonly large: boolean;
  /** The point of the arc that is farthest from the chord. */
  readonly top: Point;
}

function bumpOver(from: Point, to: Point, depth: number): Bump {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const half = Math.sqrt(dx * dx + dy * dy) / 2;
  const rise = Math.max(0.05, depth) * half;
  // Outwards is to the right of the way round, which is counter-clockwise.
  const top: Point = [
    (from[0] + to[0]) / 2 - (dy / (2 * half)) * rise,
    (from[1] + to[1]) / 2 + (dx / (2 * half)) * rise,
  ];
  return { from, to, radius: (half * half + rise * rise) / (2 * rise), large: rise > half, top };
}

/** How far bumps reach from the middle to the four sides. */
function reachOf(bumps: readonly Bump[], middle: Point) {
  let [across, down] = [0, 0];
  for (const { from, to, radius, top } of bumps) {
    const mid: Point = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    const [ux, uy] = [top[0] - mid[0], top[1] - mid[1]];
    const rise = Math.sqrt(ux * ux + uy * uy);
    const centre: Point = [top[0] - (ux / rise) * radius, top[1] - (uy / rise) * radius];
    // The circle of a bump reaches no further than its arc where it stands out most.
    across = Math.max(across, Math.abs(top[0] - middle[0]));
    down = Math.max(down, Math.abs(top[1] - middle[1]));
    const [cx, cy] = [centre[0] - middle[0], centre[1] - middle[1]];
    if (Math.abs(ux) > 0.7 * rise) across = Math.max(across, Math.abs(cx) + radius);
    if (Math.abs(uy) > 0.7 * rise) down = Math.max(down, Math.abs(cy) + radius);
  }
  return { across, down };
}

/** A ring of round bumps that fills a box, as an SVG path in mm. */
export function cloudPath({ width, height, bumps, depth, uneven, seed }: CloudAsked): string {
  const middle: Point = [width / 2, height / 2];
  const cuts = Array.from({ length: bumps }, (_, k) => (k + 0.55 * uneven * (hashShare(k, 0, seed) - 0.5)) / bumps);
  const ringOf = (rx: number, ry: number): Bump[] => {
    const points = cuts.map((t) => around(middle, ROUND * t, rx, ry));
    return points.map((from, k) => bumpOver(from, points[(k + 1) % bumps]!, depth));
  };
  // The ring on which bumps stand is made smaller until they fill the box.
  let [rx, ry] = [width / 2, height / 2];
  for (let k = 0; k < 8; k++) {
    const { across, down } = reachOf(ringOf(rx, ry), middle);
    [rx, ry] = [(rx * width) / (2 * across), (ry * height) / (2 * down)];
  }
  const ring = ringOf(rx, ry);
  const arcs = ring.map(
    ({ to, radius, large }) =>
      `A${number(radius)} ${number(radius)} 0 ${large ? 1 : 0} 0 ${number(to[0])} ${number(to[1])}`,
  );
  return `M${number(ring[0]!.from[0])} ${number(ring[0]!.from[1])}${arcs.join('')}Z`;
}

const params = {
  ...BOX_PARAMS,
  bumps: whole('Bumps', 'How many bumps the cloud has.', 11, 4, 60),
  depth: share('Depth of bumps', 'How far the bumps stand out: 100 % are half circles.', 0.75, 0.05, 1.4),
  uneven: share('Unevenness', 'How much the bumps differ from each other.', 0.4, 0, 1),
  seed: whole('Seed', 'Another number gives another cloud.', 1, 0, 9999),
} as const;

/** A cloud with a scalloped edge. */
export const cloud = partKind({
  name: 'cloud',
  label: 'Cloud',
  about: 'A shape of round bumps.',
  params,
  plan: (s, asked) => planBoxPath(s, cloudPath(s), asked),
});
