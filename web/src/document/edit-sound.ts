import { type Job, stencilRing } from '@chromatype/core';
import { toast } from 'sonner';
import type { Edit } from './edits.ts';
import { edit } from './store.ts';

/** Makes a change, or says in one sentence why passes and stencils that wait for each other could never be printed. */
export function editSound(job: Job, change: Edit): void {
  const ring = stencilRing(change(job));
  if (ring) toast(ring);
  else edit(change);
}
