import { type ChildProcess, fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Refused } from '../errors/refused.ts';
import { PictureError } from '../pictures/picture-error.ts';
import { MEMORY_VARIABLE, type Report, TOO_MUCH_MEMORY } from './messages.ts';
import type { Input, Output, TaskName } from './tasks.ts';

/** The compiled process; the same path holds from src and from dist. */
const CHILD = fileURLToPath(new URL('../../dist/sandbox/child.js', import.meta.url));

/** A process that holds more than this share of its memory after a task is replaced: what it has freed stays with it. */
const KEPT_BELOW = 0.5;

/** A file that was given up because it takes too long or too much memory. */
export class GivenUp extends PictureError {}

/** What a task may take. */
export interface Bounds {
  readonly seconds: number;
  /** What the sentences call the file: "drawing", "picture", "archive". */
  readonly what: string;
}

/**
 * A process of its own for files that nobody vouches for: one task after the other, each with a time limit, all with a
 * limit of memory. Whatever a file does to it, the server is not touched: the process is ended and the next task gets a
 * new one.
 */
export class Lane {
  private child: ChildProcess | null = null;
  private last: Promise<unknown> = Promise.resolve();
  private closed = false;

  /** `megabytes` is how much memory the process may hold. */
  constructor(private readonly megabytes: number) {}

  /** @throws PictureError with one sentence when the file cannot be used, takes too long, or too much memory */
  run<K extends TaskName>(task: K, input: Input<K>, bounds: Bounds): Promise<Output<K>> {
    const turn = this.last.then(() => this.one(task, input, bounds));
    this.last = turn.catch(() => {});
    return turn;
  }

  /** Starts the process before there is a task for it. */
  warmUp(): void {
    if (!this.child) this.start();
  }

  /** Ends the process and whatever waits for it. */
  close(): void {
    this.closed = true;
    this.end();
  }

  private end(): void {
    this.child?.kill('SIGKILL');
    this.child = null;
  }

  private start(): ChildProcess {
    const child = fork(CHILD, {
      env: { ...process.env, [MEMORY_VARIABLE]: String(this.megabytes) },
      execArgv: ['--max-old-space-size=400'],
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    child.on('error', () => {});
    // Also one that ends while it has nothing to do is replaced.
    child.once('exit', () => {
      if (this.child === child) this.child = null;
    });
    child.unref();
    child.channel?.unref();
    this.child = child;
    return child;
  }

  private async one<K extends TaskName>(task: K, input: Input<K>, bounds: Bounds): Promise<Output<K>> {
    if (this.closed) throw new Refused(503, 'The server is ending; try again when it is there again.');
    const child = this.child ?? this.start();
    const report = await this.reported(child, { task, input }, bounds);
    if (report.memory > KEPT_BELOW * 1e6 * this.megabytes) {
      this.end();
      this.start();
    }
    if ('refused' in report) throw new PictureError(report.refused.message, report.refused.status);
    if ('failed' in report) throw new Error(report.failed);
    // A task that gives nothing back sends no result.
    return report.result as Output<K>;
  }

  private reported(child: ChildProcess, order: object, { seconds, what }: Bounds): Promise<Report> {
    return new Promise((resolve, reject) => {
      let late = false;
      const timer = setTimeout(() => {
        late = true;
        child.kill('SIGKILL');
      }, seconds * 1000);
      const onMessage = (report: Report) => {
        over();
        resolve(report);
      };
      const onExit = (code: number | null) => {
        over();
        reject(this.reasonOf(code, late, what));
      };
      const over = () => {
        clearTimeout(timer);
        child.off('message', onMessage);
        child.off('exit', onExit);
        child.channel?.unref();
      };
      child.on('message', onMessage);
      child.on('exit', onExit);
      child.channel?.ref();
      child.send(order, (error) => {
        if (!error) return;
        over();
        reject(this.reasonOf(null, false, what));
      });
    });
  }

  private reasonOf(code: number | null, late: boolean, what: string): Error {
    if (this.closed) return new Refused(503, 'The server is ending; try again when it is there again.');
    if (late) {
      return new GivenUp(`This ${what} takes too long to read; save it in a simpler form.`);
    }
    if (code === TOO_MUCH_MEMORY) {
      return new GivenUp(
        `This ${what} takes more than ${this.megabytes} MB of memory to read; save it smaller or in a simpler form.`,
      );
    }
    return new PictureError(`This ${what} broke off what reads it; it may be damaged.`);
  }
}
