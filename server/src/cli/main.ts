#!/usr/bin/env node
import { rmSync } from 'node:fs';
import { constants } from 'node:os';
import { Worker } from 'node:worker_threads';
import { COMMANDS } from './commands.ts';
import { showProgress } from './progress.ts';
import type { ThreadMessage } from './thread.ts';

/** Runs a command in a thread. A signal ends it at once and deletes what it has not finished. */
function runInThread(args: readonly string[]): void {
  let unfinished: readonly string[] = [];
  // The compiled thread beside this file.
  const thread = new Worker(new URL('./thread.js', import.meta.url), { argv: [...args] });
  thread.on('message', (message: ThreadMessage) => {
    if ('unfinished' in message) unfinished = message.unfinished;
    else showProgress(message.progress);
  });
  thread.on('error', (error) => console.error(`${args[0]} failed: ${String(error).split('\n')[0]}`));
  thread.on('exit', (code) => {
    process.exitCode = code;
  });
  const end = async (signal: 'SIGINT' | 'SIGTERM') => {
    await thread.terminate();
    for (const path of unfinished) rmSync(path, { recursive: true, force: true });
    process.exit(128 + constants.signals[signal]);
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
}

const args = process.argv.slice(2);
if (COMMANDS[args[0] ?? '']?.computes) runInThread(args);
else {
  // Only what runs here is loaded here.
  const { runCommand } = await import('./run-command.ts');
  process.exitCode = await runCommand(args);
}
