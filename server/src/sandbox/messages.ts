import type { TaskName } from './tasks.ts';

/** What a process is asked to do. */
export interface Order {
  readonly task: TaskName;
  readonly input: unknown;
}

/** How it went: the result, a refusal in one sentence, or what nobody foresaw. */
export type Outcome =
  | { readonly result?: unknown }
  | { readonly refused: { readonly message: string; readonly status: number } }
  | { readonly failed: string };

/** An outcome, and how much memory the process holds after it, in bytes. */
export type Report = Outcome & { readonly memory: number };

/** Status with which a process ends itself when it holds more memory than it may. */
export const TOO_MUCH_MEMORY = 86;

/** The variable that tells a process how much it may hold, in MB. */
export const MEMORY_VARIABLE = 'CHROMATYPE_SANDBOX_MB';
