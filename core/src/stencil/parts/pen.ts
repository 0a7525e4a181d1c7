import { inOneLine } from './in-one-line.ts';
import { partKind } from './kind.ts';
import { planPath } from './outline.ts';

/** Numbers a node: x, y, and the handles before and after it, as offsets from the node. */
export const NODE = 6;

const params = {
  nodes: {
    kind: 'points',
    label: 'Nodes',
    about: 'x, y, and the offsets of the handles before and after each node.',
    normal: [] as readonly number[],
    on: 'sheet',
    each: NODE,
    min: 2,
    max: 5000,
  },
} as const;

/** A closed path of cubic Bézier curves through nodes. */
export function penPath(nodes: readonly number[]): string {
  const n = nodes.length / NODE;
  const at = (k: number, c: number) => nodes[NODE * (k % n) + c]!;
  const arcs = Array.from({ length: n }, (_, k) => {
    const numbers = [
      at(k, 0) + at(k, 4),
      at(k, 1) + at(k, 5),
      at(k + 1, 0) + at(k + 1, 2),
      at(k + 1, 1) + at(k + 1, 3),
      at(k + 1, 0),
      at(k + 1, 1),
    ];
    return `C${numbers.join(' ')}`;
  });
  return `M${at(0, 0)} ${at(0, 1)}${arcs.join('')}Z`;
}

/** The nodes of a path and the ends of their handles as places. */
const places = (nodes: readonly number[]) =>
  Array.from({ length: nodes.length / NODE }, (_, k) => {
    const [x, y, ax, ay, bx, by] = nodes.slice(NODE * k, NODE * (k + 1)) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    return [[x, y] as const, [x + ax, y + ay] as const, [x + bx, y + by] as const];
  }).flat();

export const pen = partKind({
  name: 'pen',
  label: 'Pen',
  about: 'A path of Bézier curves.',
  params,
  fault: ({ nodes }) =>
    inOneLine(places(nodes)) ? 'The nodes of a path lie in one line, so that it has no area; move one of them.' : null,
  plan: (s, asked) => planPath(penPath(s.nodes), asked),
});
