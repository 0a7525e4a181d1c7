import type { Lab } from '../colour/lab.ts';

/** How far in L*a*b* a colour may be from the line between two others and still be their mixture. */
const NEAR = 10;

/** Whether a colour lies on the way from one to another, as a tint does, or the mixture of both at an edge. */
export function liesBetween(lab: Lab, from: Lab, to: Lab): boolean {
  const along = to.map((v, c) => v - from[c]!);
  const own = lab.map((v, c) => v - from[c]!);
  const share = own.reduce((sum, v, c) => sum + v * along[c]!, 0) / (along.reduce((sum, v) => sum + v * v, 0) + 1e-9);
  return share > 0.1 && share < 0.9 && Math.hypot(...own.map((v, c) => v - share * along[c]!)) < NEAR;
}
