import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { GridRows, ToneBands } from '@chromatype/core';
import type { HelperAnswer, HelperScan, HelperTask } from './helper.ts';

/** The compiled helper; the same path holds from src and from dist. */
const HELPER = fileURLToPath(new URL('../../dist/unscreen/helper.js', import.meta.url));

/** More of them wait for the one thread that writes the picture. */
const MOST = 4;

interface Asked {
  resolve(band: Uint8Array | null): void;
  reject(error: Error): void;
  share(done: number): void;
}

/** A thread that does its tasks one after the other. */
class Helper {
  private readonly worker: Worker;
  private readonly asked: Asked[] = [];
  private failure: Error | null = null;

  constructor() {
    this.worker = new Worker(HELPER);
    this.worker.on('message', (answer: HelperAnswer) => {
      if ('share' in answer) this.asked[0]!.share(answer.share);
      else this.asked.shift()!.resolve(answer.band);
    });
    this.worker.on('error', (error) => this.fail(error as Error));
    this.worker.on('exit', () => this.fail(new Error('A thread that takes screens away has ended.')));
  }

  private fail(error: Error): void {
    this.failure ??= error;
    for (const { reject } of this.asked.splice(0)) reject(this.failure);
  }

  ask(task: HelperTask, share: (done: number) => void = () => {}): Promise<Uint8Array | null> {
    if (this.failure) return Promise.reject(this.failure);
    return new Promise((resolve, reject) => {
      this.asked.push({ resolve, reject, share });
      this.worker.postMessage(task);
    });
  }

  async close(): Promise<void> {
    await this.worker.terminate();
  }
}

/** The threads that take the screen out of one scan together. They end with the thread that started them. */
export class Helpers {
  readonly count = Math.max(1, Math.min(MOST, availableParallelism()));
  private readonly all = Array.from({ length: this.count }, () => new Helper());

  /** Reads all rows of the grid of a scan; hears the share that is done. */
  async fill(from: HelperScan, down: number, report: (share: number) => void): Promise<void> {
    const done = this.all.map(() => 0);
    const starts = Array.from({ length: this.count + 1 }, (_, k) => Math.round((down * k) / this.count));
    await Promise.all(
      this.all.map((helper, k) =>
        helper.ask({ kind: 'fill', from, rows: { first: starts[k]!, count: starts[k + 1]! - starts[k]! } }, (share) => {
          done[k] = share;
          report(done.reduce((a, b) => a + b, 0) / this.count);
        }),
      ),
    );
  }

  /** Gives all of them what bands are made from. */
  async prepare(bands: ToneBands): Promise<void> {
    await Promise.all(this.all.map((helper) => helper.ask({ kind: 'prepare', bands })));
  }

  /** Bands in their order, of which two for each thread are made ahead. */
  async *bands(rows: readonly GridRows[]): AsyncGenerator<Uint8Array> {
    const ahead: Promise<Uint8Array | null>[] = [];
    let next = 0;
    const more = (): void => {
      if (next >= rows.length) return;
      const band = this.all[next % this.count]!.ask({ kind: 'band', rows: rows[next]! });
      // It is awaited later: an error until then is not unheard.
      band.catch(() => {});
      ahead.push(band);
      next++;
    };
    for (let k = 0; k < 2 * this.count; k++) more();
    while (ahead.length > 0) {
      yield (await ahead.shift()!)!;
      more();
    }
  }

  async close(): Promise<void> {
    await Promise.all(this.all.map((helper) => helper.close()));
  }
}
