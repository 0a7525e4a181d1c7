import type { Stroke } from '../settings/params.ts';
import { type Area, rowsOf } from './area.ts';

/** One stroke of the tone brush; lengths in mm of the sheet (of the trimmed sheet's top left). */
export type PaintStroke = Stroke<'lighten' | 'darken' | 'erase'>;

/** Points of one stroke at most; a longer one is kept as several. */
export const MOST_POINTS = 2000;

/** Returns the share 0..1 of a stroke's strength at a distance from its centre line, in radii. */
function falloff(distance: number, hardness: number): number {
  if (distance >= 1) return 0;
  if (distance <= hardness) return 1;
  const t = (1 - distance) / (1 - hardness);
  return t * t * (3 - 2 * t);
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Pixel columns and rows, counted in the area's own rows, that a piece of a stroke may reach. */
function reached(area: Area, x0: number, y0: number, x1: number, y1: number, r: number): Box {
  return {
    left: Math.max(0, Math.floor(Math.min(x0, x1) - r - area.x)),
    right: Math.min(area.width, Math.ceil(Math.max(x0, x1) + r - area.x) + 1),
    top: Math.max(0, Math.floor((Math.min(y0, y1) - r - area.y) / area.step)),
    bottom: Math.min(rowsOf(area), Math.ceil((Math.max(y0, y1) + r - area.y) / area.step) + 1),
  };
}

/** Lays one stroke's strength at every pixel, the most of all its pieces, into `cover`. False when it misses the area. */
function coverOf(stroke: PaintStroke, area: Area, perUnit: number, cover: Float32Array): boolean {
  const { points, hardness, strength } = stroke;
  const radius = Math.max(0.5, (stroke.size * perUnit) / 2);
  let hit = false;
  for (let k = 0; k < points.length; k += 3) {
    const n = k + 5 < points.length ? k + 3 : k;
    if (n === k && k > 0) break;
    const [x0, y0, p0] = [points[k]! * perUnit, points[k + 1]! * perUnit, points[k + 2]!];
    const [x1, y1, p1] = [points[n]! * perUnit, points[n + 1]! * perUnit, points[n + 2]!];
    const box = reached(area, x0, y0, x1, y1, radius);
    const [dx, dy] = [x1 - x0, y1 - y0];
    const length = dx * dx + dy * dy;
    for (let row = box.top; row < box.bottom; row++) {
      const y = area.y + row * area.step + 0.5 - y0;
      for (let column = box.left; column < box.right; column++) {
        const x = area.x + column + 0.5 - x0;
        const t = length === 0 ? 0 : Math.min(1, Math.max(0, (x * dx + y * dy) / length));
        const [ex, ey] = [x - t * dx, y - t * dy];
        const f = falloff(Math.sqrt(ex * ex + ey * ey) / radius, hardness) * strength * (p0 + t * (p1 - p0));
        const at = row * area.width + column;
        if (f > cover[at]!) {
          cover[at] = f;
          hit = true;
        }
      }
    }
  }
  return hit;
}

/**
 * What strokes in their order make of an area: −1 wholly light to 1 wholly dark, 0 untouched; null when
 * none reaches it. `perUnit`: sheet pixels per unit of the strokes' lengths.
 */
export function paintShare(strokes: readonly PaintStroke[], area: Area, perUnit: number): Float32Array | null {
  let share: Float32Array | null = null;
  let cover: Float32Array | null = null;
  for (const stroke of strokes) {
    if (!nearArea(stroke, area, perUnit)) continue;
    cover ??= new Float32Array(area.width * rowsOf(area));
    if (!coverOf(stroke, area, perUnit, cover)) continue;
    share ??= new Float32Array(cover.length);
    const aim = stroke.does === 'darken' ? 1 : stroke.does === 'lighten' ? -1 : 0;
    for (let k = 0; k < cover.length; k++) {
      if (cover[k]! > 0) share[k]! += (aim - share[k]!) * cover[k]!;
    }
    cover.fill(0);
  }
  return share;
}

/** Whether a stroke's box touches an area at all. */
function nearArea({ points, size }: PaintStroke, area: Area, perUnit: number): boolean {
  const r = Math.max(0.5, (size * perUnit) / 2) + 1;
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let k = 0; k < points.length; k += 3) {
    left = Math.min(left, points[k]! * perUnit);
    right = Math.max(right, points[k]! * perUnit);
    top = Math.min(top, points[k + 1]! * perUnit);
    bottom = Math.max(bottom, points[k + 1]! * perUnit);
  }
  return left - r < area.x + area.width && right + r > area.x && top - r < area.y + area.height && bottom + r > area.y;
}

/** Paints tones 0..65535 in place: darkens towards solid, lightens towards bare. */
export function paintTones(tones: Uint16Array, share: Float32Array | null): Uint16Array {
  if (!share) return tones;
  for (let k = 0; k < tones.length; k++) {
    const p = share[k]!;
    if (p !== 0) tones[k] = Math.round(p > 0 ? tones[k]! + (65535 - tones[k]!) * p : tones[k]! * (1 + p));
  }
  return tones;
}

/** Moves strokes whose origin is the corner of the trimmed sheet to the corner of the bleed. */
export const onPrintedSheet = (strokes: readonly PaintStroke[], bleed: number): readonly PaintStroke[] =>
  bleed === 0 ? strokes : strokes.map((s) => ({ ...s, points: s.points.map((v, k) => (k % 3 === 2 ? v : v + bleed)) }));
