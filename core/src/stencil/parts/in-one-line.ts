/** A point in mm. */
type Place = readonly [x: number, y: number];

const apart = ([ax, ay]: Place, [bx, by]: Place): number => {
  const [dx, dy] = [bx - ax, by - ay];
  return Math.sqrt(dx * dx + dy * dy);
};

/** Whether all points lie in one line, so that an outline through them encloses nothing. */
export function inOneLine(points: readonly Place[]): boolean {
  const first = points[0]!;
  const far = points.reduce((a, b) => (apart(b, first) > apart(a, first) ? b : a));
  const [dx, dy] = [far[0] - first[0], far[1] - first[1]];
  const slack = 1e-6 * Math.max(1e-6, apart(far, first));
  return points.every(([x, y]) => Math.abs(dx * (y - first[1]) - dy * (x - first[0])) <= slack);
}
