import { request } from './http.ts';

/** What the stand-in cutter says of a template; lengths in mm. */
export interface CutReport {
  readonly format: string;
  readonly pages: number;
  readonly width_mm: number;
  readonly height_mm: number;
  readonly holes: number;
  readonly by_layer: Readonly<Record<string, number>>;
  readonly stones: number;
  readonly path_mm: number;
  /** A sentence each. */
  readonly cannot_cut: readonly string[];
}

/** Hands the template of a finished run to the stand-in cutter. */
export const sendToCutter = (runId: string): Promise<CutReport> => request(`/runs/${runId}/cutter`, { method: 'POST' });

/** Hands any file to the stand-in cutter. */
export const cutFile = (file: File): Promise<CutReport> =>
  request('/cutter', { method: 'POST', body: file, headers: { 'Content-Type': 'application/octet-stream' } });
