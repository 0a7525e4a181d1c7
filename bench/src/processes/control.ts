import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ask } from './requests.ts';

/** A server that does what a save costs and nothing else: it reads and writes some JSON, and waits for the disk. */
const SCRIPT = `
const { closeSync, fsyncSync, openSync, writeSync } = require('node:fs');
const text = JSON.stringify(Array.from({ length: 20000 }, (_, k) => k));
const server = require('node:http').createServer((_, response) => {
  const file = openSync(process.argv[1], 'w');
  writeSync(file, JSON.stringify(JSON.parse(text)));
  fsyncSync(file);
  closeSync(file);
  response.end('{}');
});
server.listen(0, '127.0.0.1', () => console.log(server.address().port));
`;

/** Milliseconds between two questions to the control. */
const PAUSE = 25;

/** Milliseconds in which a machine that has time for it answers, and the pause after that. */
const USUAL = 10 + PAUSE;

/** From one answer of the control to the next, by `performance.now`. */
export interface Turn {
  readonly from: number;
  readonly to: number;
}

/** What the machine itself needs for an answer at each moment, whoever else computes on it. */
export interface Control {
  /** Longest time of an answer, in milliseconds, of those that were under way between two moments (`performance.now`). */
  longest(from: number, to: number): number;
  /** Milliseconds between two moments in which the machine had no time for an answer. */
  lost(from: number, to: number): number;
  stop(): Promise<void>;
}

/** How much of the time between two moments lies in turns beyond the usual length of one. */
export function lostIn(turns: readonly Turn[], from: number, to: number): number {
  let lost = 0;
  for (const turn of turns) lost += Math.max(0, Math.min(to, turn.to) - Math.max(from, turn.from + USUAL));
  return lost;
}

/**
 * Starts a second server that does nearly nothing, and asks it again and again. A server under test and the control share
 * the machine: a moment in which both are slow is the machine's, a moment in which only the first is slow is its own. A server
 * that takes every core for itself is excused with it, which is why memory and the answers themselves are tested too.
 */
export async function startControl(): Promise<Control> {
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-control-'));
  const child = spawn(process.execPath, ['-e', SCRIPT, join(folder, 'file')], { stdio: ['ignore', 'pipe', 'inherit'] });
  const gone = new Promise((resolve) => child.on('exit', resolve));
  const port = await new Promise<number>((resolve, reject) => {
    child.stdout.on('data', (text) => resolve(Number(text)));
    child.on('exit', () => reject(new Error('The control ended before it listened.')));
  });
  // Each from the answer before: a process that asks and is itself held between two questions is told too.
  const turns: Turn[] = [];
  let over = false;
  const asking = (async () => {
    let from = performance.now();
    while (!over) {
      await ask(`http://127.0.0.1:${port}/`);
      await new Promise((resolve) => setTimeout(resolve, PAUSE));
      const to = performance.now();
      turns.push({ from, to });
      from = to;
    }
  })();
  return {
    longest: (from, to) =>
      Math.max(0, ...turns.filter((one) => one.from < to && one.to > from).map((one) => one.to - one.from - PAUSE)),
    lost: (from, to) => lostIn(turns, from, to),
    async stop() {
      over = true;
      await asking;
      child.kill('SIGKILL');
      await gone;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Milliseconds that some work takes, without those in which the machine had no time for the control either. */
export async function fairTime(work: () => Promise<unknown>): Promise<number> {
  const control = await startControl();
  try {
    const from = performance.now();
    await work();
    const to = performance.now();
    await control.stop();
    return to - from - control.lost(from, to);
  } catch (error) {
    await control.stop();
    throw error;
  }
}
