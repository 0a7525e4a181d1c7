import type { Stencil, StencilPart } from '../stencil/stencil.ts';
import type { Job, Pass } from './types.ts';

type Held = Pick<Job, 'stencils' | 'passes'>;

/** Whether a part reads what a pass prints: its plate alone, or the print of it and all passes under it. */
const passesRead = ({ settings }: StencilPart, passes: readonly Pass[]): readonly Pass[] => {
  const at = passes.findIndex((p) => p.id === settings.pass);
  if (at < 0) return [];
  return settings.source === 'print' ? passes.slice(0, at + 1) : [passes[at]!];
};

/** Ids of the stencils that a stencil is made of, directly or by way of a pass that prints in them. */
function madeOf({ parts }: Stencil, { passes }: Held): string[] {
  return parts.flatMap((part) => [
    ...(typeof part.settings.stencil === 'string' ? [part.settings.stencil] : []),
    ...passesRead(part, passes).flatMap((p) => p.fills.flatMap((f) => f.stencil ?? [])),
  ]);
}

/** Says that a stencil refers to itself in a ring, naming those in it; null if none does. */
export function stencilRing(job: Held): string | null {
  const done = new Set<string>();
  function ringFrom(id: string, path: readonly string[]): readonly string[] | null {
    if (path.includes(id)) return path.slice(path.indexOf(id));
    const stencil = job.stencils.find((s) => s.id === id);
    if (!stencil || done.has(id)) return null;
    for (const next of madeOf(stencil, job)) {
      const ring = ringFrom(next, [...path, id]);
      if (ring) return ring;
    }
    done.add(id);
    return null;
  }
  for (const { id } of job.stencils) {
    const ring = ringFrom(id, []);
    if (!ring) continue;
    const names = ring.map((at) => `"${job.stencils.find((s) => s.id === at)!.name}"`);
    return ring.length === 1
      ? `The stencil ${names[0]} is made of itself; take that part out of it.`
      : `The stencils ${names.join(', ')} are made of each other in a ring; take one of these parts out.`;
  }
  return null;
}
