import type { Job } from '@chromatype/core';
import { useOpenJob } from '../document/store.ts';
import { json, request } from './http.ts';

/** Why a state of a job was kept, as the server says it. */
export type Why =
  | 'named'
  | 'daily'
  | 'before a split'
  | 'before a recipe'
  | 'before a measured press'
  | 'before a version came back';

/** A state of a job that was kept. */
export interface Version {
  readonly id: string;
  /** Null where nobody named it. */
  readonly name: string | null;
  readonly why: Why;
  readonly createdAt: string;
}

const at = (job: string, id = ''): string => `/jobs/${job}/versions${id && `/${id}`}`;

export const versions = {
  list: (job: string) => request<Version[]>(at(job)),
  get: (job: string, id: string) => request<Version & { readonly document: Job }>(at(job, id)),
  keep: (job: string, body: { readonly why: Why; readonly name?: string; readonly document: Job }) =>
    request<Version>(at(job), json('POST', body)),
  rename: (job: string, id: string, name: string) => request<Version>(at(job, id), json('PATCH', { name })),
  remove: (job: string, id: string) => request<void>(at(job, id), { method: 'DELETE' }),
};

/** Keeps the state of the open job before a large change; one that cannot be kept holds nothing up. */
export function keepBefore(why: Why, document: Job): void {
  const { id } = useOpenJob.getState();
  if (id) versions.keep(id, { why, document }).catch(() => {});
}
