/**
 * A graph for cuts between two labels. Every node has eight places for neighbours; the neighbour in place `d` of a node
 * has that node in its place `7 − d`.
 */
export interface CutGraph {
  readonly nodes: number;
  /** Neighbour of node p in place d at 8 p + d; −1 for none. */
  readonly neighbours: Int32Array;
  /** What it costs to part node p from its neighbour in place d, whole numbers. */
  readonly links: Int32Array;
  /** How much each node is drawn to the first label (above 0) or to the second (below 0). */
  readonly drawn: Int32Array;
}

const FREE = 0;
const FIRST = 1;
const SECOND = 2;
/** Parents that are no place of a neighbour. */
const ROOT = 8;
const ORPHAN = 9;
const NONE = 10;

/** Sends what goes over single links between nodes that are drawn to different labels: most of the flow, without any search. */
function sendToNeighbours({ nodes, neighbours, links, drawn }: CutGraph): void {
  for (let p = 0; p < nodes; p++) {
    let left = drawn[p]!;
    if (left <= 0) continue;
    for (let d = 0; d < 8 && left > 0; d++) {
      const q = neighbours[8 * p + d]!;
      if (q < 0) continue;
      const wanted = -drawn[q]!;
      if (wanted <= 0) continue;
      const link = links[8 * p + d]!;
      const sent = Math.min(left, link, wanted);
      if (sent === 0) continue;
      left -= sent;
      drawn[q]! += sent;
      links[8 * p + d]! -= sent;
      links[8 * q + 7 - d]! += sent;
    }
    drawn[p] = left;
  }
}

/**
 * The cheapest cut: which nodes get the first label. Maximum flow by two search trees (Boykov and Kolmogorov, "An
 * experimental comparison of min-cut/max-flow algorithms for energy minimization in vision", IEEE PAMI 26 (2004)).
 * `links` and `drawn` are used up.
 */
export function cheapestCut(graph: CutGraph): Uint8Array {
  const { nodes, neighbours, links, drawn } = graph;
  sendToNeighbours(graph);
  const tree = new Uint8Array(nodes);
  const parent = new Uint8Array(nodes).fill(NONE);
  const stamp = new Int32Array(nodes);
  const depth = new Int32Array(nodes);
  /** Nodes whose neighbours are to be looked at, as a list; a node that is its own next is the last one. */
  const next = new Int32Array(nodes).fill(-1);
  let [head, tail] = [-1, -1];
  const orphans: number[] = [];
  let time = 0;

  function activate(p: number): void {
    if (next[p] !== -1) return;
    if (tail >= 0) next[tail] = p;
    else head = p;
    tail = p;
    next[p] = p;
  }

  function takeActive(): number {
    while (head >= 0) {
      const p = head;
      const after = next[p]!;
      if (after === p) {
        head = -1;
        tail = -1;
      } else head = after;
      next[p] = -1;
      if (parent[p] !== NONE) return p;
    }
    return -1;
  }

  for (let p = 0; p < nodes; p++) {
    if (drawn[p] === 0) continue;
    tree[p] = drawn[p]! > 0 ? FIRST : SECOND;
    parent[p] = ROOT;
    depth[p] = 1;
    activate(p);
  }

  /** Lets a node's tree take its free neighbours. Returns the link to the other tree as 8 p + d, p in the first; −1 for none. */
  function grow(p: number): number {
    const own = tree[p]!;
    for (let d = 0; d < 8; d++) {
      const q = neighbours[8 * p + d]!;
      if (q < 0) continue;
      const open = own === FIRST ? links[8 * p + d]! : links[8 * q + 7 - d]!;
      if (open === 0) continue;
      if (tree[q] === FREE) {
        tree[q] = own;
        parent[q] = 7 - d;
        stamp[q] = stamp[p]!;
        depth[q] = depth[p]! + 1;
        activate(q);
      } else if (tree[q] !== own) return own === FIRST ? 8 * p + d : 8 * q + 7 - d;
      else if (stamp[q]! <= stamp[p]! && depth[q]! > depth[p]!) {
        parent[q] = 7 - d;
        stamp[q] = stamp[p]!;
        depth[q] = depth[p]! + 1;
      }
    }
    return -1;
  }

  function orphan(p: number): void {
    parent[p] = ORPHAN;
    orphans.push(p);
  }

  /** Sends as much as goes from root to root over a link that joins the trees. */
  function augment(link: number): void {
    const from = link >> 3;
    const d = link & 7;
    const to = neighbours[link]!;
    let most = links[link]!;
    let p = from;
    while (parent[p] !== ROOT) {
      const a = parent[p]!;
      const q = neighbours[8 * p + a]!;
      most = Math.min(most, links[8 * q + 7 - a]!);
      p = q;
    }
    most = Math.min(most, drawn[p]!);
    p = to;
    while (parent[p] !== ROOT) {
      const at = 8 * p + parent[p]!;
      most = Math.min(most, links[at]!);
      p = neighbours[at]!;
    }
    most = Math.min(most, -drawn[p]!);

    links[link]! -= most;
    links[8 * to + 7 - d]! += most;
    p = from;
    while (parent[p] !== ROOT) {
      const a = parent[p]!;
      const q = neighbours[8 * p + a]!;
      links[8 * p + a]! += most;
      links[8 * q + 7 - a]! -= most;
      if (links[8 * q + 7 - a] === 0) orphan(p);
      p = q;
    }
    drawn[p]! -= most;
    if (drawn[p] === 0) orphan(p);
    p = to;
    while (parent[p] !== ROOT) {
      const a = parent[p]!;
      const q = neighbours[8 * p + a]!;
      links[8 * q + 7 - a]! += most;
      links[8 * p + a]! -= most;
      if (links[8 * p + a] === 0) orphan(p);
      p = q;
    }
    drawn[p]! += most;
    if (drawn[p] === 0) orphan(p);
  }

  /** Steps from a node to its root, and marks the way; 0 when an orphan lies on it. */
  function stepsToRoot(from: number): number {
    let steps = 0;
    let p = from;
    for (;;) {
      if (stamp[p] === time) {
        steps += depth[p]!;
        break;
      }
      const a = parent[p]!;
      steps++;
      if (a === ROOT) {
        stamp[p] = time;
        depth[p] = 1;
        break;
      }
      if (a >= ORPHAN) return 0;
      p = neighbours[8 * p + a]!;
    }
    let left = steps;
    for (p = from; stamp[p] !== time; p = neighbours[8 * p + parent[p]!]!) {
      stamp[p] = time;
      depth[p] = left--;
    }
    return steps;
  }

  /** Finds a new parent for a node that lost its own, or frees it and makes orphans of its children. */
  function adopt(p: number): void {
    const own = tree[p]!;
    let best = -1;
    let least = Infinity;
    for (let d = 0; d < 8; d++) {
      const q = neighbours[8 * p + d]!;
      if (q < 0 || tree[q] !== own) continue;
      const open = own === FIRST ? links[8 * q + 7 - d]! : links[8 * p + d]!;
      if (open === 0 || parent[q] === NONE) continue;
      const steps = stepsToRoot(q);
      if (steps > 0 && steps < least) {
        best = d;
        least = steps;
      }
    }
    if (best >= 0) {
      parent[p] = best;
      stamp[p] = time;
      depth[p] = least + 1;
      return;
    }
    for (let d = 0; d < 8; d++) {
      const q = neighbours[8 * p + d]!;
      if (q < 0 || tree[q] !== own) continue;
      const open = own === FIRST ? links[8 * q + 7 - d]! : links[8 * p + d]!;
      if (open > 0) activate(q);
      if (parent[q] === 7 - d) orphan(q);
    }
    tree[p] = FREE;
    parent[p] = NONE;
  }

  let current = -1;
  for (;;) {
    const p = current >= 0 && parent[current] !== NONE ? current : takeActive();
    if (p < 0) break;
    const link = grow(p);
    time++;
    current = -1;
    if (link < 0) continue;
    current = p;
    augment(link);
    while (orphans.length > 0) adopt(orphans.pop()!);
  }
  return tree.map((t) => (t === FIRST ? 1 : 0));
}
