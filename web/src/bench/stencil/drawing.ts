import { tidyMm } from './sheet-place.ts';
import { BACKGROUNDS, type Drawing } from './stencil-tools.ts';

/** A point of the sheet under the pointer. */
export interface At {
  /** mm. */
  readonly x: number;
  readonly y: number;
  /** CSS pixels. */
  readonly cx: number;
  readonly cy: number;
  readonly pressure: number;
  readonly shift: boolean;
}

/** What is being drawn and is no part yet: corners, nodes (x, y, and the offset of the handle after them), or a box. */
export interface Draft {
  readonly points: readonly number[];
  readonly from: At | null;
}

export const NOTHING: Draft = { points: [], from: null };

const BOXES: readonly Drawing[] = ['rectangle', 'ellipse', 'shape', 'lettering', ...BACKGROUNDS];
const CLICKED: readonly Drawing[] = ['polygon', 'pen'];

/** Whether a tool drags a box, and whether it clicks corner after corner. */
export const dragsBox = (drawing: Drawing): boolean => BOXES.includes(drawing);
export const clicksCorners = (drawing: Drawing): boolean => CLICKED.includes(drawing);

/** The corner opposite to where a box began; with Shift its sides are equal. */
export function oppositeCorner(from: At, to: At): readonly [number, number] {
  if (!to.shift) return [to.x, to.y];
  const side = Math.max(Math.abs(to.x - from.x), Math.abs(to.y - from.y));
  return [from.x + side * Math.sign(to.x - from.x || 1), from.y + side * Math.sign(to.y - from.y || 1)];
}

/** Numbers of a draft for each of its corners. */
export const perCorner = (drawing: Drawing): number => (drawing === 'pen' ? 4 : 2);

/** Six numbers a node of a pen from four: the handle before a node mirrors the one after it. */
export const penNodes = (points: readonly number[]): number[] =>
  Array.from({ length: points.length / 4 }, (_, k) => {
    const [x, y, dx, dy] = points.slice(4 * k, 4 * k + 4) as [number, number, number, number];
    return [x, y, tidyMm(-dx), tidyMm(-dy), dx, dy];
  }).flat();

/** A rough stroke as it is shown while its tool is in hand, in mm. */
export interface Trace {
  readonly does: 'subject' | 'behind';
  readonly size: number;
  readonly points: readonly number[];
}

/** Traces whose last one goes on to a point, or with a new one that begins there. */
export function tracesTo(
  traces: readonly Trace[],
  begun: Omit<Trace, 'points'>,
  { x, y }: Pick<At, 'x' | 'y'>,
  first: boolean,
): readonly Trace[] {
  const last = traces.at(-1);
  if (first || !last) return [...traces, { ...begun, points: [x, y, x, y] }];
  return [...traces.slice(0, -1), { ...last, points: [...last.points, x, y] }];
}
