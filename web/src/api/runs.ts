import type { OutputAsked } from '@chromatype/core';
import { json, request } from './http.ts';

export interface Run {
  readonly id: string;
  readonly jobId: string;
  readonly asked: OutputAsked | BatchInShort;
  /** What the job was called; null of a batch. */
  readonly title: string | null;
  readonly fileName: string;
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled';
  readonly progress: number;
  readonly bytes: number | null;
  readonly message: string | null;
  readonly createdAt: string;
  readonly updatedAt: string;
}

/** What a batch makes, in short. */
export interface BatchInShort {
  readonly kind: 'batch';
  readonly pictures: number;
  readonly recipes: readonly string[];
  readonly formats: readonly string[];
}

/** One print of a batch, and how far it is. */
export interface BatchPrint {
  readonly at: number;
  readonly name: string;
  readonly state: 'waiting' | 'printing' | 'done' | 'failed';
  readonly progress: number;
  readonly message: string | null;
  readonly bytes: number;
}

/** How far a batch is: all its prints counted by state, and the first of them. */
export interface PrintsOfBatch {
  readonly counts: Readonly<Record<BatchPrint['state'], number>>;
  readonly prints: readonly BatchPrint[];
}

/** What a batch is asked for: pictures and recipes by their ids. */
export interface BatchAsked {
  readonly pictures: readonly { readonly hash: string; readonly name: string }[];
  readonly recipes: readonly string[];
  readonly formats: readonly string[];
  readonly longest: number;
  readonly ppi: number;
  readonly names: string;
  readonly contact: boolean;
}

export interface Estimate {
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
}

export const isOver = (run: Run): boolean => run.state !== 'queued' && run.state !== 'running';

/** Milliseconds until events that were refused are asked for again. */
const LISTEN_AGAIN_AFTER = 3000;

export const runs = {
  start: (jobId: string, asked: OutputAsked) => request<Run>(`/jobs/${jobId}/runs`, json('POST', asked)),
  estimate: (jobId: string, asked: OutputAsked) => request<Estimate>(`/jobs/${jobId}/estimate`, json('POST', asked)),
  list: () => request<Run[]>('/runs'),
  startBatch: (asked: BatchAsked) => request<Run>('/batches', json('POST', asked)),
  again: (id: string) => request<Run>(`/runs/${id}/again`, { method: 'POST' }),
  remove: (id: string) => request<void>(`/runs/${id}`, { method: 'DELETE' }),
  prints: (id: string) => request<PrintsOfBatch>(`/runs/${id}/prints`),
  /** Bytes of the files of all runs, and bytes that the disk has left. */
  room: () => request<{ used: number; left: number }>('/runs/room'),
  cancel: (id: string) => request<Run>(`/runs/${id}/cancel`, { method: 'POST' }),
  fileUrl: (run: Run) => `/api/runs/${run.id}/file`,
  /** Tells every change of a run until it is over; returns how to stop listening. */
  watch(id: string, tell: (run: Run) => void): () => void {
    let events: EventSource;
    let again: ReturnType<typeof setTimeout> | undefined;
    function listen(): void {
      events = new EventSource(`/api/runs/${id}/events`);
      events.onmessage = ({ data }) => {
        const run = JSON.parse(data as string) as Run;
        tell(run);
        if (isOver(run)) events.close();
      };
      // A stream that breaks is opened anew by the browser; one that is refused, by a server that is starting, is not.
      events.onerror = () => {
        if (events.readyState === EventSource.CLOSED) again = setTimeout(listen, LISTEN_AGAIN_AFTER);
      };
    }
    listen();
    return () => {
      clearTimeout(again);
      events.close();
    };
  },
};
