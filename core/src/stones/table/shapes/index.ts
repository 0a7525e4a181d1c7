import { drop } from './drop.ts';
import type { StoneShape } from './kind.ts';
import { oval } from './oval.ts';
import { round } from './round.ts';
import { square } from './square.ts';

/** Every form that stones have, in the order the artist sees them. */
export const STONE_SHAPES: readonly StoneShape[] = [round, square, oval, drop];

export const STONE_SHAPE_NAMES: readonly string[] = STONE_SHAPES.map((s) => s.name);

/** @throws RangeError when there is no such shape */
export function stoneShapeOf(name: string): StoneShape {
  const shape = STONE_SHAPES.find((s) => s.name === name);
  if (!shape) throw new RangeError(`There is no shape of stones called ${name}.`);
  return shape;
}
