import { alpha } from './alpha.ts';
import { burst } from './burst.ts';
import { cloud } from './cloud.ts';
import { brush } from './brush.ts';
import { colourRange } from './colour-range.ts';
import { ellipse } from './ellipse.ts';
import { flood } from './flood-part.ts';
import type { PartKind } from './kind.ts';
import { letteringPart } from './lettering.ts';
import { otherStencil } from './other-stencil.ts';
import { panels } from './panels.ts';
import { rays } from './rays.ts';
import { speech } from './speech.ts';
import { torn } from './torn.ts';
import { pen } from './pen.ts';
import { platePart } from './plate-part.ts';
import { polygon } from './polygon.ts';
import { rectangle } from './rectangle.ts';
import { repeated } from './repeated.ts';
import { shapePart } from './shape.ts';
import { subjectPart } from './subject-part.ts';
import { toneRange } from './tone-range.ts';

/** Every kind of part that a stencil can be made of, in the order the artist sees them. */
export const PART_KINDS: readonly PartKind[] = [
  rectangle,
  ellipse,
  polygon,
  pen,
  brush,
  flood,
  subjectPart,
  shapePart,
  letteringPart,
  burst,
  rays,
  panels,
  speech,
  cloud,
  torn,
  toneRange,
  colourRange,
  alpha,
  repeated,
  otherStencil,
  platePart,
];

export const PART_NAMES: readonly string[] = PART_KINDS.map((k) => k.name);

/** @throws RangeError when there is no such kind */
export function partKindOf(name: string): PartKind {
  const kind = PART_KINDS.find((k) => k.name === name);
  if (!kind) throw new RangeError(`There is no part of a stencil called ${name}.`);
  return kind;
}
