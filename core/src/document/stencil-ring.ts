import type { Stencil, StencilPart } from '../stencil/stencil.ts';
import { passesPushing, printsTaken } from './passes-read.ts';
import type { Job, Pass } from './types.ts';

type Held = Pick<Job, 'stencils' | 'passes'>;

/** A stencil or a pass that is made of others. */
type Node = { readonly stencil: Stencil } | { readonly pass: Pass };

const idOf = (node: Node): string => ('stencil' in node ? `stencil ${node.stencil.id}` : `pass ${node.pass.id}`);
const nameOf = (node: Node): string => `"${'stencil' in node ? node.stencil.name : node.pass.name}"`;

/** Whether a part reads what a pass prints: its plate alone, or the print of it and all passes under it. */
const passesRead = ({ settings }: StencilPart, passes: readonly Pass[]): readonly Pass[] => {
  const at = passes.findIndex((p) => p.id === settings.pass);
  if (at < 0) return [];
  return settings.source === 'print' ? passes.slice(0, at + 1) : [passes[at]!];
};

const stencilOf = ({ stencils }: Held, id: unknown): Node[] => {
  const stencil = stencils.find((s) => s.id === id);
  return stencil ? [{ stencil }] : [];
};

/** What a stencil or a pass is made of: stencils, prints of passes, and the print so far. */
function madeOf(node: Node, job: Held): Node[] {
  if ('pass' in node) {
    const { pass } = node;
    return [
      ...pass.fills.flatMap((f) => stencilOf(job, f.stencil)),
      ...[...printsTaken(job, pass), ...passesPushing(job, pass)].map((p) => ({ pass: p })),
    ];
  }
  return node.stencil.parts.flatMap((part) => [
    ...stencilOf(job, part.settings.stencil),
    ...passesRead(part, job.passes).map((pass) => ({ pass })),
  ]);
}

function sayRing(ring: readonly Node[]): string {
  const stencils = ring.filter((node) => 'stencil' in node).map(nameOf);
  if (stencils.length === 1) return `The stencil ${stencils[0]} is made of itself; take that part out of it.`;
  if (stencils.length > 1)
    return `The stencils ${stencils.join(', ')} are made of each other in a ring; take one of these parts out.`;
  const passes = ring.map(nameOf);
  return passes.length === 1
    ? `The pass ${passes[0]} is pushed by its own print; choose another pass.`
    : `The passes ${passes.join(', ')} push each other in a ring; choose another pass for one of them.`;
}

/** Says that a stencil or a print refers to itself in a ring, naming those in it; null if none does. */
export function stencilRing(job: Held): string | null {
  const done = new Set<string>();
  function ringFrom(node: Node, path: readonly Node[]): readonly Node[] | null {
    const before = path.findIndex((n) => idOf(n) === idOf(node));
    if (before >= 0) return path.slice(before);
    if (done.has(idOf(node))) return null;
    for (const next of madeOf(node, job)) {
      const ring = ringFrom(next, [...path, node]);
      if (ring) return ring;
    }
    done.add(idOf(node));
    return null;
  }
  for (const node of [...job.stencils.map((stencil) => ({ stencil })), ...job.passes.map((pass) => ({ pass }))]) {
    const ring = ringFrom(node, []);
    if (ring) return sayRing(ring);
  }
  return null;
}

/** The passes that the stencils of a pass look at, by way of other stencils too. */
export function passesSeenBy(job: Held, pass: Pass): readonly Pass[] {
  const seen = new Set<string>();
  const found: Pass[] = [];
  const look = (nodes: readonly Node[]): void => {
    for (const node of nodes) {
      if (seen.has(idOf(node))) continue;
      seen.add(idOf(node));
      if ('pass' in node) found.push(node.pass);
      else look(madeOf(node, job));
    }
  };
  look(pass.fills.flatMap((f) => stencilOf(job, f.stencil)));
  return found;
}
