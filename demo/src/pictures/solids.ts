export type Vector = readonly [number, number, number];

/** Distance of a point to a form; negative inside. */
export type Form = (x: number, y: number, z: number) => number;

/** Distance to an ellipsoid with its centre at the origin, nearly; negative inside. */
export function toEllipsoid(x: number, y: number, z: number, rx: number, ry: number, rz: number): number {
  const px = x / rx;
  const py = y / ry;
  const pz = z / rz;
  const k = Math.sqrt(px * px + py * py + pz * pz);
  const u = px / rx;
  const v = py / ry;
  const w = pz / rz;
  const g = Math.sqrt(u * u + v * v + w * w);
  return g === 0 ? -Math.min(rx, ry, rz) : (k * (k - 1)) / g;
}

/** An ellipsoid by its centre and radii. */
export class Ellipsoid {
  private readonly cx: number;
  private readonly cy: number;
  private readonly cz: number;
  private readonly rx: number;
  private readonly ry: number;
  private readonly rz: number;
  private readonly least: number;
  private readonly most: number;

  constructor([cx, cy, cz]: Vector, [rx, ry, rz]: Vector) {
    [this.cx, this.cy, this.cz] = [cx, cy, cz];
    [this.rx, this.ry, this.rz] = [rx, ry, rz];
    [this.least, this.most] = [Math.min(rx, ry, rz), Math.max(rx, ry, rz)];
  }

  distance(x: number, y: number, z: number): number {
    return toEllipsoid(x - this.cx, y - this.cy, z - this.cz, this.rx, this.ry, this.rz);
  }

  /** Whether a point is certainly farther away than a distance; cheaper than the distance itself. */
  isBeyond(x: number, y: number, z: number, distance: number): boolean {
    // What `distance` gives is never less than least · (length / most − 1).
    const reach = this.most * (1 + distance / this.least);
    const dx = x - this.cx;
    const dy = y - this.cy;
    const dz = z - this.cz;
    return reach <= 0 || dx * dx + dy * dy + dz * dz > reach * reach;
  }

  /** The union of a form at distance `d` and this one, which flow into each other over a width. */
  joined(d: number, x: number, y: number, z: number, width: number): number {
    return this.isBeyond(x, y, z, d + width) ? d : blended(d, this.distance(x, y, z), width);
  }
}

/** A rod with round ends. */
export function capsule([ax, ay, az]: Vector, [bx, by, bz]: Vector, radius: number): Form {
  const [dx, dy, dz] = [bx - ax, by - ay, bz - az];
  const length = dx * dx + dy * dy + dz * dz;
  return (px, py, pz) => {
    const x = px - ax;
    const y = py - ay;
    const z = pz - az;
    const t = Math.min(1, Math.max(0, (x * dx + y * dy + z * dz) / length));
    const u = x - t * dx;
    const v = y - t * dy;
    const w = z - t * dz;
    return Math.sqrt(u * u + v * v + w * w) - radius;
  };
}

/** The union of two forms that flow into each other over a width. */
export function blended(a: number, b: number, width: number): number {
  const h = Math.max(0, width - Math.abs(a - b)) / width;
  return Math.min(a, b) - (h * h * width) / 4;
}
