import type { OutputAsked } from '@chromatype/core';
import { json, request } from './http.ts';

export interface Run {
  readonly id: string;
  readonly jobId: string;
  readonly asked: OutputAsked;
  readonly fileName: string;
  readonly state: 'queued' | 'running' | 'done' | 'failed' | 'cancelled';
  readonly progress: number;
  readonly bytes: number | null;
  readonly message: string | null;
  readonly createdAt: string;
}

export interface Estimate {
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
}

export const isOver = (run: Run): boolean => run.state !== 'queued' && run.state !== 'running';

export const runs = {
  start: (jobId: string, asked: OutputAsked) => request<Run>(`/jobs/${jobId}/runs`, json('POST', asked)),
  estimate: (jobId: string, asked: OutputAsked) => request<Estimate>(`/jobs/${jobId}/estimate`, json('POST', asked)),
  list: () => request<Run[]>('/runs'),
  cancel: (id: string) => request<Run>(`/runs/${id}/cancel`, { method: 'POST' }),
  fileUrl: (run: Run) => `/api/runs/${run.id}/file`,
  /** Tells every change of a run until it is over; returns how to stop listening. */
  watch(id: string, tell: (run: Run) => void): () => void {
    const events = new EventSource(`/api/runs/${id}/events`);
    events.onmessage = ({ data }) => {
      const run = JSON.parse(data as string) as Run;
      tell(run);
      if (isOver(run)) events.close();
    };
    return () => events.close();
  },
};
