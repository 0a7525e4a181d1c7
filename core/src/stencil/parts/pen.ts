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

/** Whether a closed path through nodes encloses nothing, as far as its nodes and handles lie in one line. */
function inOneLine(nodes: readonly number[]): boolean {
  const n = nodes.length / NODE;
  const points: [number, number][] = [];
  for (let k = 0; k < n; k++) {
    const [x, y, ax, ay, bx, by] = nodes.slice(NODE * k, NODE * (k + 1)) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    points.push([x, y], [x + ax, y + ay], [x + bx, y + by]);
  }
  const [x0, y0] = points[0]!;
  const far = points.reduce((a, b) => (Math.hypot(b[0] - x0, b[1] - y0) > Math.hypot(a[0] - x0, a[1] - y0) ? b : a));
  const [fx, fy] = [far[0] - x0, far[1] - y0];
  const slack = 1e-6 * Math.max(1e-6, Math.hypot(fx, fy));
  return points.every(([x, y]) => Math.abs(fx * (y - y0) - fy * (x - x0)) <= slack);
}

export const pen = partKind({
  name: 'pen',
  label: 'Pen',
  about: 'A path of Bézier curves.',
  params,
  fault: ({ nodes }) =>
    inOneLine(nodes) ? 'The nodes of a path lie in one line, so that it has no area; move one of them.' : null,
  plan: (s, asked) => planPath(penPath(s.nodes), asked),
});
