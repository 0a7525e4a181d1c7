import type { Job, Sheet } from '@chromatype/core';
import { json, request } from './http.ts';

interface Listed {
  readonly id: string;
  readonly title: string;
  readonly version: number;
  readonly demo: boolean;
  readonly updatedAt: string;
}

export interface JobSummary extends Listed {
  readonly sheet: Sheet;
  readonly passes: number;
}

/** A job whose document cannot be read, and why. */
export interface UnreadableJob extends Listed {
  readonly unreadable: string;
}

export type ListedJob = JobSummary | UnreadableJob;

export interface StoredJob {
  readonly id: string;
  readonly version: number;
  readonly demo: boolean;
  readonly updatedAt: string;
  readonly document: Job;
}

export const jobs = {
  list: () => request<ListedJob[]>('/jobs'),
  get: (id: string) => request<StoredJob>(`/jobs/${id}`),
  create: (document: Job) => request<StoredJob>('/jobs', json('POST', { document })),
  save: (id: string, version: number, document: Job) =>
    request<{ version: number }>(`/jobs/${id}`, json('PUT', { document }, { 'If-Match': `"${version}"` })),
  remove: (id: string) => request<void>(`/jobs/${id}`, { method: 'DELETE' }),
  restore: (id: string) => request<JobSummary>(`/jobs/${id}/restore`, { method: 'POST' }),
  /** The document as it is stored, readable or not. */
  storedUrl: (id: string) => `/api/jobs/${id}/document`,
  printUrl: ({ id, version }: Pick<JobSummary, 'id' | 'version'>, width: number) =>
    `/api/jobs/${id}/print.png?width=${width}&v=${version}`,
};
