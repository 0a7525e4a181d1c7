import type { Job, Pass, StencilPart } from '@chromatype/core';

/** A job without a stencil: its fills print on the whole sheet, and parts of other stencils that take it go. */
export function withoutStencil(job: Job, id: string): Job {
  const passesLeft = job.passes.map((p): Pass => {
    const [first, ...others] = p.fills.map((f) => (f.stencil === id ? { ...f, stencil: null } : f));
    return { ...p, fills: [first!, ...others] };
  });
  const left = { ...job, stencils: job.stencils.filter((s) => s.id !== id), passes: passesLeft };
  return withoutParts(left, ({ settings }) => settings.stencil === id);
}

/** A job without some parts of stencils; a stencil without parts goes with its last one. */
export function withoutParts(job: Job, gone: (part: StencilPart) => boolean): Job {
  const stencils = job.stencils.map((s) => (s.parts.some(gone) ? { ...s, parts: s.parts.filter((p) => !gone(p)) } : s));
  const empty = stencils.filter((s) => s.parts.length === 0);
  return empty.reduce<Job>((doc, s) => withoutStencil(doc, s.id), { ...job, stencils });
}
