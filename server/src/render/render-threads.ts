import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { SmallPrint } from '@chromatype/core';
import type { PrintOutcome } from '../batch/batch-folder.ts';
import type { Unscreening } from '../unscreen/write-unscreened.ts';
import type {
  BatchPrintTask,
  EstimateTask,
  OutputTask,
  PartThreadTask,
  SmallPrintTask,
  UnscreenTask,
} from './thread.ts';

/** Hears the share done, 0..1. */
type Progress = (share: number) => void;

/** The compiled thread; the same path holds from src and from dist. */
const THREAD = fileURLToPath(new URL('../../dist/render/thread.js', import.meta.url));

/** Worker threads that run the engine. */
@Injectable()
export class RenderThreads implements OnModuleDestroy {
  private readonly pool = new Piscina({
    filename: THREAD,
    maxThreads: Math.max(1, availableParallelism()),
    idleTimeout: 30_000,
    // The pool would try `require` on the thread first. Node ends the whole process when a thread is ended in the middle of
    // that ("Module::IsGraphAsync must be used on an instantiated module"); an import of it is only given up.
    execArgv: ['--no-experimental-require-module'],
  });

  /** Renders to a file. Aborting the signal ends the thread at once. */
  output(task: Omit<OutputTask, 'port'>, progress: Progress, signal: AbortSignal): Promise<number> {
    return this.withProgress('output', task, progress, signal);
  }

  /** Makes a part of a run into a file. Aborting the signal ends the thread at once. */
  part(task: Omit<PartThreadTask, 'port'>, progress: Progress, signal: AbortSignal): Promise<number> {
    return this.withProgress('part', task, progress, signal);
  }

  /** Makes one print of a batch. Aborting the signal ends the thread at once. */
  batchPrint(task: Omit<BatchPrintTask, 'port'>, progress: Progress, signal: AbortSignal): Promise<PrintOutcome> {
    return this.withProgress('batchPrint', task, progress, signal);
  }

  /** Takes the screen out of a scanned print. Aborting the signal ends the thread at once. */
  unscreen(task: Omit<UnscreenTask, 'port'>, progress: Progress, signal: AbortSignal): Promise<Unscreening> {
    return this.withProgress('unscreen', task, progress, signal);
  }

  private async withProgress<T>(name: string, task: object, progress: Progress, signal: AbortSignal): Promise<T> {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', progress);
    try {
      // Piscina's own list type names the browser's ports; the thread gets Node's.
      return await this.pool.run({ ...task, port: port2 }, { name, transferList: [port2] as never, signal });
    } finally {
      port1.close();
    }
  }

  /** Prints a whole sheet small. Aborting the signal ends the thread at once. */
  smallPrint(task: SmallPrintTask, signal: AbortSignal): Promise<SmallPrint> {
    return this.pool.run(task, { name: 'smallPrint', signal });
  }

  estimate(task: EstimateTask): Promise<number> {
    return this.pool.run(task, { name: 'estimate' });
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool.destroy();
  }
}
