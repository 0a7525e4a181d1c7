import {
  type EdgeSettings,
  fillOf,
  newPart,
  newStencil,
  type Pass,
  type Stencil,
  type StencilPart,
} from '@chromatype/core';
import { addPass, type Edit, setFill } from './edits.ts';
import { withoutParts, withoutStencil } from './without-stencils.ts';

/** Adds a stencil, and a fill prints in it. */
export const addStencil =
  (stencil: Stencil, fill: string): Edit =>
  (job) =>
    setFill(fill, { stencil: stencil.id })({ ...job, stencils: [...job.stencils, stencil] });

/** Adds a pass on top that prints only where another pass does. `ids`: of the new pass, of its stencil and of its part. */
export const addPassInside =
  ({ id, name }: Pass, ids: { readonly pass: string; readonly stencil: string; readonly part: string }): Edit =>
  (job) => {
    const added = addPass(ids.pass)(job);
    const stencil = newStencil(ids.stencil, `Where ${name} prints`, [newPart(ids.part, 'plate', { pass: id })]);
    return addStencil(stencil, fillOf(added.passes.at(-1)!).id)(added);
  };

export const editStencil =
  (id: string, change: (stencil: Stencil) => Stencil): Edit =>
  (job) => ({ ...job, stencils: job.stencils.map((s) => (s.id === id ? change(s) : s)) });

/** Changes one part of a stencil. */
export const editPart = (stencil: string, id: string, change: (part: StencilPart) => StencilPart): Edit =>
  editStencil(stencil, (s) => ({ ...s, parts: s.parts.map((p) => (p.id === id ? change(p) : p)) }));

/** Changes settings of one part of a stencil. */
export const setPart = (stencil: string, id: string, settings: Readonly<Record<string, unknown>>): Edit =>
  editPart(stencil, id, (p) => ({ ...p, settings: { ...p.settings, ...settings } }));

export const addPart = (stencil: string, part: StencilPart): Edit =>
  editStencil(stencil, (s) => ({ ...s, parts: [...s.parts, part] }));

/** Removes a part; with its last part a stencil goes, and its fills print on the whole sheet. */
export const removePart =
  (stencil: string, id: string): Edit =>
  (job) => {
    const parts = job.stencils.find((s) => s.id === stencil)?.parts ?? [];
    const gone = parts.find((p) => p.id === id);
    return gone ? withoutParts(job, (part) => part === gone) : job;
  };

/** Moves a part by so many places in the order in which parts are laid over each other. */
export const movePart = (stencil: string, id: string, by: number): Edit =>
  editStencil(stencil, (s) => {
    const from = s.parts.findIndex((p) => p.id === id);
    const to = Math.min(s.parts.length - 1, Math.max(0, from + by));
    return { ...s, parts: s.parts.toSpliced(from, 1).toSpliced(to, 0, s.parts[from]!) };
  });

export const setEdges = (stencil: string, edges: Partial<EdgeSettings>): Edit =>
  editStencil(stencil, (s) => ({ ...s, edges: { ...s.edges, ...edges } }));

/** Removes a stencil; what printed in it prints on the whole sheet. */
export const removeStencil =
  (id: string): Edit =>
  (job) =>
    withoutStencil(job, id);
