import { parentPort } from 'node:worker_threads';
import { loadClipper } from '@chromatype/core';
import { onUnfinished } from '../disk/unfinished.ts';
import { onProgress } from './progress.ts';
import { runCommand } from './run-command.ts';

/** What the thread of a command tells: how far it is, and which files a signal would leave half written. */
export type ThreadMessage = { readonly progress: number } | { readonly unfinished: readonly string[] };

const tell = (message: ThreadMessage) => parentPort!.postMessage(message);
onUnfinished((unfinished) => tell({ unfinished }));
onProgress((progress) => tell({ progress }));
await loadClipper();
process.exitCode = await runCommand(process.argv.slice(2));
