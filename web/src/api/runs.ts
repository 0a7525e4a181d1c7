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

/** Milliseconds until events that were refused are asked for again. */
const LISTEN_AGAIN_AFTER = 3000;

export const runs = {
  start: (jobId: string, asked: OutputAsked) => request<Run>(`/jobs/${jobId}/runs`, json('POST', asked)),
  estimate: (jobId: string, asked: OutputAsked) => request<Estimate>(`/jobs/${jobId}/estimate`, json('POST', asked)),
  list: () => request<Run[]>('/runs'),
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
