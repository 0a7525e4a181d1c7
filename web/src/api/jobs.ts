import type { Job, Sheet } from '@chromatype/core';
import { json, request } from './http.ts';

export interface JobSummary {
  readonly id: string;
  readonly title: string;
  readonly version: number;
  readonly demo: boolean;
  readonly updatedAt: string;
  readonly sheet: Sheet;
  readonly passes: number;
}

export interface StoredJob {
  readonly id: string;
  readonly version: number;
  readonly demo: boolean;
  readonly updatedAt: string;
  readonly document: Job;
}

export const jobs = {
  list: () => request<JobSummary[]>('/jobs'),
  get: (id: string) => request<StoredJob>(`/jobs/${id}`),
  create: (document: Job) => request<StoredJob>('/jobs', json('POST', { document })),
  save: (id: string, version: number, document: Job) =>
    request<{ version: number }>(`/jobs/${id}`, json('PUT', { document }, { 'If-Match': `"${version}"` })),
  remove: (id: string) => request<void>(`/jobs/${id}`, { method: 'DELETE' }),
  restore: (id: string) => request<JobSummary>(`/jobs/${id}/restore`, { method: 'POST' }),
  printUrl: ({ id, version }: Pick<JobSummary, 'id' | 'version'>, width: number) =>
    `/api/jobs/${id}/print.png?width=${width}&v=${version}`,
};
