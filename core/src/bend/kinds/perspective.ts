import { NO_DETAIL } from '../detail.ts';
import { bendKindOf, type BendSheet, type Deformation, type Point, type PointMap, type TrimmedSheet } from '../kind.ts';
import { inMm, movedHandles } from '../moved-handles.ts';
import { pointOf } from '../places.ts';

/** Corners of the trimmed sheet, x and y in mm: top left, top right, bottom right, bottom left. */
const cornersOf = ({ width, height }: TrimmedSheet): number[] => [0, 0, width, 0, width, height, 0, height];

/** Rows of a 3 × 3 matrix, one after the other. */
type Homography = readonly number[];

/**
 * The projective map that takes the unit square to four corners (Heckbert, Fundamentals of Texture Mapping and Image
 * Warping, 1989, 2.2.3). Null where three of them lie on a line.
 */
function fromSquare([p0, p1, p2, p3]: readonly [Point, Point, Point, Point]): Homography | null {
  const [dx1, dx2, dx3] = [p1.x - p2.x, p3.x - p2.x, p0.x - p1.x + p2.x - p3.x];
  const [dy1, dy2, dy3] = [p1.y - p2.y, p3.y - p2.y, p0.y - p1.y + p2.y - p3.y];
  const det = dx1 * dy2 - dx2 * dy1;
  if (Math.abs(det) < 1e-9) return null;
  const g = (dx3 * dy2 - dx2 * dy3) / det;
  const h = (dx1 * dy3 - dx3 * dy1) / det;
  return [
    p1.x - p0.x + g * p1.x,
    p3.x - p0.x + h * p3.x,
    p0.x,
    p1.y - p0.y + g * p1.y,
    p3.y - p0.y + h * p3.y,
    p0.y,
    g,
    h,
    1,
  ];
}

/** The adjoint, which is the inverse but for a factor. */
function inverted([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  return [
    e! * i! - f! * h!,
    c! * h! - b! * i!,
    b! * f! - c! * e!,
    f! * g! - d! * i!,
    a! * i! - c! * g!,
    c! * d! - a! * f!,
    d! * h! - e! * g!,
    b! * g! - a! * h!,
    a! * e! - b! * d!,
  ];
}

function times(m: Homography, n: Homography): Homography {
  return m.map((_, k) => {
    const [row, column] = [Math.floor(k / 3) * 3, k % 3];
    return m[row]! * n[column]! + m[row + 1]! * n[column + 3]! + m[row + 2]! * n[column + 6]!;
  });
}

/** Places beyond the horizon are taken for ones far away: they have no place of their own. */
const HORIZON = 1e-6;

/** Maps by a matrix; `scale` is its last part in the middle of the sheet, which says which side of the horizon is meant. */
function mapOf(m: Homography, middle: Point): PointMap {
  const side = m[6]! * middle.x + m[7]! * middle.y + m[8]!;
  return (x, y, out) => {
    const w = Math.max(HORIZON, (m[6]! * x + m[7]! * y + m[8]!) / side) * side;
    out.x = (m[0]! * x + m[1]! * y + m[2]!) / w;
    out.y = (m[3]! * x + m[4]! * y + m[5]!) / w;
  };
}

/** Whether the corners follow one another clockwise round a convex shape, y downwards. */
function isConvex(corners: readonly number[]): boolean {
  for (let k = 0; k < 4; k++) {
    const at = (n: number) => [corners[2 * ((k + n) % 4)]!, corners[2 * ((k + n) % 4) + 1]!] as const;
    const [[ax, ay], [bx, by], [cx, cy]] = [at(0), at(1), at(2)];
    if ((bx - ax) * (cy - by) - (by - ay) * (cx - bx) <= 1e-6) return false;
  }
  return true;
}

/** The map that takes the corners of a sheet to others; null where it moves nothing, or where they fold it over. */
function mapOfCorners(corners: readonly number[], sheet: BendSheet): Deformation | null {
  if (corners.length < 8 || !isConvex(corners)) return null;
  const mm = (pixels: number) => (pixels / sheet.ppi) * 25.4;
  const rest = cornersOf({ width: mm(sheet.width - 2 * sheet.bleed), height: mm(sheet.height - 2 * sheet.bleed) });
  if (rest.every((v, k) => Math.abs(v - corners[k]!) < 1e-6)) return null;
  const points = (list: readonly number[]) =>
    [0, 2, 4, 6].map((k) => pointOf(list[k]!, list[k + 1]!, sheet)) as [Point, Point, Point, Point];
  const [from, to] = [fromSquare(points(rest)), fromSquare(points(corners))];
  if (!from || !to) return null;
  const forward = times(to, inverted(from));
  const backward = times(from, inverted(to));
  const middle = { x: sheet.width / 2, y: sheet.height / 2 };
  const forth = mapOf(forward, middle);
  const lies = { x: 0, y: 0 };
  forth(middle.x, middle.y, lies);
  return { detail: NO_DETAIL, back: mapOf(backward, lies), forth };
}

export const perspective = bendKindOf({
  name: 'perspective',
  label: 'Perspective',
  about: 'Draws the sheet by its four corners, as something seen from the side.',
  params: {
    corners: {
      kind: 'points',
      label: 'Corners',
      about: 'Where the corners of the sheet come to lie: top left, top right, bottom right, bottom left.',
      normal: [],
      on: 'sheet',
      each: 2,
      min: 0,
      max: 4,
    },
  },
  begin: (sheet) => ({ corners: cornersOf(sheet) }),
  ready: ({ corners }, sheet) => mapOfCorners(corners, sheet),
  handles({ corners }, sheet) {
    const at = corners.length < 8 ? cornersOf(sheet) : corners;
    return ['Top left', 'Top right', 'Bottom right', 'Bottom left'].map((label, k) => ({
      id: String(k),
      label,
      x: at[2 * k]!,
      y: at[2 * k + 1]!,
      from: String((k + 3) % 4),
    }));
  },
  dragged({ corners }, id, to, sheet) {
    const next = [...(corners.length < 8 ? cornersOf(sheet) : corners)];
    next.splice(2 * Number(id), 2, to.x, to.y);
    return { corners: next };
  },
  moved({ corners }, by, from, to) {
    const map = mapOfCorners(corners, inMm(from));
    return { corners: movedHandles(map?.forth ?? null, cornersOf(to), by) };
  },
  fault: ({ corners }) =>
    corners.length === 8 && !isConvex(corners)
      ? 'The four corners fold the sheet over: move one of them back, until then nothing is moved.'
      : null,
});
