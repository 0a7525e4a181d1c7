import { FillRule, union } from 'clipper2-ts';
import svgpath from 'svgpath';
import { polygonsOf } from '../raster/outline-coverage.ts';
import { boxOf, clockwise, type Outline, outlineArea, signedArea } from './outline.ts';
import { ofPaths, toPaths } from './unite.ts';

/** An outline that cannot be a mark, in one sentence. */
export class ShapeError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'ShapeError';
  }
}

/** An imported outline as a mark takes it. */
export interface OwnShape {
  /** SVG path, its longer side 1, its middle at 0, 0. */
  readonly path: string;
  /** What was changed about it, in whole sentences; empty if nothing was. */
  readonly note: string;
}

/** Steps of an outline at most: it is drawn once for every mark. */
const MOST_STEPS = 5000;
const PER_UNIT = 1e7;
/** Outlines are compared in a drawing of this size. */
const SIDE = 400;
const DIGITS = 5;

const straight = (outline: Outline): string =>
  outline
    .map((p) => {
      const corners = Array.from(
        { length: p.length / 2 },
        (_, k) => `${p[2 * k]!.toFixed(DIGITS)} ${p[2 * k + 1]!.toFixed(DIGITS)}`,
      );
      return `M${corners.join('L')}Z`;
    })
    .join('');

/** Whether a piece of a path ends elsewhere than it began. */
function isOpen(path: ReturnType<typeof svgpath>): boolean {
  let open = false;
  let [startX, startY, atX, atY, drawn] = [0, 0, 0, 0, false];
  const end = () => {
    if (drawn && (Math.abs(atX - startX) > 1e-6 || Math.abs(atY - startY) > 1e-6)) open = true;
    drawn = false;
  };
  path.iterate((segment) => {
    const [letter, ...n] = segment as unknown as [string, ...number[]];
    if (letter === 'M') {
      end();
      [startX, startY] = [n[0]!, n[1]!];
    } else if (letter === 'Z' || letter === 'z') {
      [atX, atY, drawn] = [startX, startY, false];
      return;
    } else drawn = true;
    if (letter === 'H') atX = n[0]!;
    else if (letter === 'V') atY = n[0]!;
    else [atX, atY] = [n[n.length - 2]!, n[n.length - 1]!];
  });
  end();
  return open;
}

/**
 * Makes a mark of the outline of a drawing. Pieces that are open are closed, and pieces that cross are united.
 * @param rule how overlaps are filled, as SVG names it
 * @throws ShapeError when it is empty, has no area, or too many points
 */
export function ownShape(path: string, rule: 'nonzero' | 'evenodd' = 'nonzero'): OwnShape {
  if (path.trim() === '') throw new ShapeError('The file holds no outline; choose one with a filled shape.');
  const parsed = svgpath(path).abs().unshort().unarc();
  if ((parsed as unknown as { err?: string }).err) throw new ShapeError('The outline is not an SVG path.');
  let steps = 0;
  parsed.iterate(() => {
    steps++;
  });
  if (steps > MOST_STEPS) {
    throw new ShapeError(
      `The outline has ${steps} points; a mark takes at most ${MOST_STEPS}. Simplify it and open it again.`,
    );
  }
  const rough = boxOf(polygonsOf(path, [1, 0, 0, 1, 0, 0]));
  const side = Math.max(rough.right - rough.left, rough.bottom - rough.top);
  if (!(side > 0) || !Number.isFinite(side))
    throw new ShapeError('The outline has no area; choose one with a filled shape.');
  const scaled = polygonsOf(path, [SIDE / side, 0, 0, SIDE / side, 0, 0]).map((p) => p.map((v) => v / SIDE));
  const united = clockwise(
    ofPaths(union(toPaths(scaled, PER_UNIT), rule === 'evenodd' ? FillRule.EvenOdd : FillRule.NonZero), PER_UNIT),
  );
  const area = outlineArea(united);
  if (area < 1e-6) throw new ShapeError('The outline has no area; choose one with a filled shape.');
  const crosses = Math.abs(Math.abs(scaled.reduce((sum, p) => sum + signedArea(p), 0)) - area) > 1e-5;
  const notes = [
    ...(isOpen(parsed) ? ['The outline was open and has been closed.'] : []),
    ...(crosses ? ['The outline crossed itself; what overlaps has been united.'] : []),
  ];
  const { left, top, right, bottom } = boxOf(united);
  const middle = [(left + right) / 2, (top + bottom) / 2] as const;
  const kept = crosses ? straight(united) : parsed.scale(1 / side).toString();
  const moved = svgpath(kept).translate(-middle[0], -middle[1]).round(DIGITS).toString();
  return { path: moved, note: notes.join(' ') };
}
