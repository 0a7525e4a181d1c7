import { cross } from './cross.ts';
import { diamond } from './diamond.ts';
import type { DotShape } from './dot.ts';
import { ellipse } from './ellipse.ts';
import { line } from './line.ts';
import { round } from './round.ts';
import { simpleDot } from './simple-dot.ts';
import { square } from './square.ts';

export type { DotShape } from './dot.ts';

/** Every dot shape there is, in the order the artist sees them. */
export const DOT_SHAPES: readonly DotShape[] = [round, simpleDot, ellipse, square, diamond, line, cross];

/** The shape of that name, or undefined. */
export const dotShape = (name: string): DotShape | undefined => DOT_SHAPES.find((d) => d.name === name);
