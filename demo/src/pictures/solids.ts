export type Vector = readonly [number, number, number];

/** Distance to an ellipsoid, nearly; negative inside. */
export function ellipsoid(p: Vector, centre: Vector, radii: Vector): number {
  const [x, y, z] = [(p[0] - centre[0]) / radii[0], (p[1] - centre[1]) / radii[1], (p[2] - centre[2]) / radii[2]];
  const k = Math.sqrt(x * x + y * y + z * z);
  const [u, v, w] = [x / radii[0], y / radii[1], z / radii[2]];
  const g = Math.sqrt(u * u + v * v + w * w);
  return g === 0 ? -Math.min(...radii) : (k * (k - 1)) / g;
}

/** Distance to a rod with round ends. */
export function capsule(p: Vector, a: Vector, b: Vector, radius: number): number {
  const ab = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const;
  const ap = [p[0] - a[0], p[1] - a[1], p[2] - a[2]] as const;
  const along = (ap[0] * ab[0] + ap[1] * ab[1] + ap[2] * ab[2]) / (ab[0] * ab[0] + ab[1] * ab[1] + ab[2] * ab[2]);
  const t = Math.min(1, Math.max(0, along));
  const [x, y, z] = [ap[0] - t * ab[0], ap[1] - t * ab[1], ap[2] - t * ab[2]];
  return Math.sqrt(x * x + y * y + z * z) - radius;
}

/** The union of two forms that flow into each other over a width. */
export function blended(a: number, b: number, width: number): number {
  const h = Math.max(0, width - Math.abs(a - b)) / width;
  return Math.min(a, b) - (h * h * width) / 4;
}
