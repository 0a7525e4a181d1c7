import { request } from './http.ts';

export interface PressAnswer {
  readonly accepted: boolean;
  readonly checks: readonly { readonly name: string; readonly ok: boolean; readonly said: string }[];
  readonly proof: string | null;
}

/** Hands the archive of a finished run to the stand-in press. */
export const sendToPress = (runId: string): Promise<PressAnswer> => request(`/runs/${runId}/press`, { method: 'POST' });
