export type Point = readonly [number, number];

/** A curve through points, sampled closely. */
function curve(points: readonly Point[]): Point[] {
  const out: Point[] = [];
  for (let k = 0; k < points.length - 1; k++) {
    const [a, b, c, d] = [
      points[Math.max(0, k - 1)]!,
      points[k]!,
      points[k + 1]!,
      points[Math.min(points.length - 1, k + 2)]!,
    ];
    for (let s = 0; s < 16; s++) {
      const t = s / 16;
      const at = (i: 0 | 1) =>
        0.5 *
        (2 * b[i] +
          (c[i] - a[i]) * t +
          (2 * a[i] - 5 * b[i] + 4 * c[i] - d[i]) * t * t +
          (3 * b[i] - a[i] - 3 * c[i] + d[i]) * t ** 3);
      out.push([at(0), at(1)]);
    }
  }
  out.push(points.at(-1)!);
  return out;
}

/** A brush stroke: thin at its ends, full in its middle, as one closed outline. */
export function stroke(points: readonly Point[], width: number): string {
  const line = curve(points);
  const left: string[] = [];
  const right: string[] = [];
  line.forEach(([x, y], k) => {
    const [px, py] = line[Math.max(0, k - 1)]!;
    const [nx, ny] = line[Math.min(line.length - 1, k + 1)]!;
    const length = Math.hypot(nx - px, ny - py) || 1;
    const w = (width / 2) * (0.12 + 0.88 * Math.sin((Math.PI * k) / (line.length - 1)) ** 0.7);
    const [ox, oy] = [(-(ny - py) / length) * w, ((nx - px) / length) * w];
    left.push(`${(x + ox).toFixed(1)} ${(y + oy).toFixed(1)}`);
    right.unshift(`${(x - ox).toFixed(1)} ${(y - oy).toFixed(1)}`);
  });
  return `<path d="M${[...left, ...right].join('L')}z"/>`;
}

/** A stroke through points given as `x,y x,y …`. */
export const brush = (points: string, width: number): string =>
  stroke(
    points.split(' ').map((p) => p.split(',').map(Number) as unknown as Point),
    width,
  );
