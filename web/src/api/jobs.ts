import type { Job, Sheet } from '@chromatype/core';
import { json, request, requestWhole } from './http.ts';

interface Listed {
  readonly id: string;
  readonly title: string;
  readonly version: number;
  readonly demo: boolean;
  readonly updatedAt: string;
  /** When it was moved to the trash; null while it is on the Shelf. */
  readonly removedAt: string | null;
  readonly tags: readonly string[];
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

/** Orders in which the Shelf can lie. */
export const SHELF_SORTS = [
  { name: 'changed', label: 'Last changed' },
  { name: 'title', label: 'Title' },
  { name: 'created', label: 'Newest' },
] as const;

/** Which jobs are listed. */
export interface ShelfAsked {
  readonly q: string;
  readonly sort: (typeof SHELF_SORTS)[number]['name'];
  readonly trash: boolean;
}

const addressOf = ({ q, sort, trash }: ShelfAsked, limit: number, offset: number): string =>
  `/jobs?${new URLSearchParams({ ...(q ? { q } : {}), sort, ...(trash ? { trash: 'yes' } : {}), limit: String(limit), offset: String(offset) })}`;

/** Some jobs of a list, and how many there are in all. */
export interface JobPage {
  readonly jobs: readonly ListedJob[];
  readonly total: number;
}

export const jobs = {
  list: () => request<ListedJob[]>('/jobs'),
  async page(asked: ShelfAsked, limit: number, offset: number): Promise<JobPage> {
    const { body, headers } = await requestWhole<ListedJob[]>(addressOf(asked, limit, offset));
    return { jobs: body, total: Number(headers.get('X-Total-Count')) };
  },
  tags: () => request<{ tag: string; jobs: number }[]>('/jobs/tags'),
  setTags: (id: string, tags: readonly string[]) => request<ListedJob>(`/jobs/${id}/tags`, json('PUT', { tags })),
  /** Deletes jobs of the trash for good: some, or all. */
  emptyTrash: (ids: readonly string[]) => request<{ deleted: number }>('/jobs/trash/empty', json('POST', { ids })),
  /** A job with all that it prints, as a file. */
  fileUrl: (id: string) => `/api/jobs/${id}/file`,
  /** The files of several jobs in one archive. */
  filesUrl: (ids: readonly string[]) => `/api/jobs/files?ids=${ids.join(',')}`,
  importFile: (file: Blob) =>
    request<{ id: string; title: string; notes: readonly string[] }>('/jobs/import', {
      method: 'POST',
      body: file,
      headers: { 'Content-Type': 'application/octet-stream' },
    }),
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
