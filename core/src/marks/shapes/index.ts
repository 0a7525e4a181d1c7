import { bar } from './bar.ts';
import { circle } from './circle.ts';
import { crescent } from './crescent.ts';
import { drop } from './drop.ts';
import { ellipse } from './ellipse.ts';
import { heart } from './heart.ts';
import type { MarkShape, ShapeSetting } from './kind.ts';
import { leaf } from './leaf.ts';
import { own } from './own.ts';
import { plus } from './plus.ts';
import { polygon } from './polygon.ts';
import { ring } from './ring.ts';
import { star } from './star.ts';

export type { MarkShape, ShapeSetting, ShapeSettings } from './kind.ts';

/** Every shape that has an outline of its own, in the order the artist sees them. */
export const MARK_SHAPES = [
  circle,
  ellipse,
  polygon,
  star,
  drop,
  leaf,
  heart,
  ring,
  plus,
  crescent,
  bar,
  own,
] as const satisfies readonly MarkShape[];

/** @throws RangeError when there is no shape of that name */
export function markShapeOf(name: string): MarkShape {
  const shape = MARK_SHAPES.find((s) => s.name === name);
  if (!shape) throw new RangeError(`There is no shape of marks called ${name}.`);
  return shape;
}

/** Names of the shapes that use a setting. */
export const shapesUsing = (setting: ShapeSetting): readonly string[] =>
  MARK_SHAPES.filter((s: MarkShape) => s.uses.includes(setting)).map((s) => s.name);
