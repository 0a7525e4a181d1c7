import type { DotShape } from './dot.ts';
import { cone } from './cone.ts';
import { cosineDot } from './cosine-dot.ts';
import { cross } from './cross.ts';
import { diamond } from './diamond.ts';
import { doubleWave } from './double.ts';
import { doubleDot } from './double-dot.ts';
import { ellipse } from './ellipse.ts';
import { ellipseA } from './ellipse-a.ts';
import { ellipseB } from './ellipse-b.ts';
import { ellipseC } from './ellipse-c.ts';
import { hexagon } from './hexagon.ts';
import { invertedDouble } from './inverted-double.ts';
import { invertedDoubleDot } from './inverted-double-dot.ts';
import { invertedEllipseA } from './inverted-ellipse-a.ts';
import { invertedEllipseC } from './inverted-ellipse-c.ts';
import { invertedSimpleDot } from './inverted-simple-dot.ts';
import { line } from './line.ts';
import { lineX } from './line-x.ts';
import { lineY } from './line-y.ts';
import { plus } from './plus.ts';
import { rhomboid } from './rhomboid.ts';
import { ring } from './ring.ts';
import { round } from './round.ts';
import { sector } from './sector.ts';
import { simpleDot } from './simple-dot.ts';
import { square } from './square.ts';
import { triangle } from './triangle.ts';
import { wedge } from './wedge.ts';

export type { DotShape } from './dot.ts';

/** Every dot shape there is, in the order the artist sees them. */
export const DOT_SHAPES: readonly DotShape[] = [
  round,
  simpleDot,
  ellipse,
  square,
  diamond,
  line,
  cross,
  cone,
  hexagon,
  triangle,
  plus,
  ring,
  wedge,
  sector,
  cosineDot,
  ellipseA,
  ellipseB,
  ellipseC,
  rhomboid,
  lineX,
  lineY,
  doubleDot,
  doubleWave,
  invertedSimpleDot,
  invertedDoubleDot,
  invertedDouble,
  invertedEllipseA,
  invertedEllipseC,
];

/** The shape of that name, or undefined. */
export const dotShape = (name: string): DotShape | undefined => DOT_SHAPES.find((d) => d.name === name);
