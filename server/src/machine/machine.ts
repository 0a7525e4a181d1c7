import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { type Job, UnrecoverableError, Worker } from 'bullmq';
import { asConnection, connectTo } from '../queue/connection.ts';
import { LOCK, MOST_STALLS, QUEUE, type QueuedPart } from '../queue/names.ts';
import { RenderThreads } from '../render/render-threads.ts';
import { PictureCache } from './picture-cache.ts';
import { Gone, ServerClient, TurnedAway } from './server-client.ts';

/** How a render machine works. */
export interface MachineSettings {
  readonly server: string;
  readonly secret: string;
  /** Folder of fetched pictures and of files under way. */
  readonly folder: string;
  readonly cacheBytes: number;
  /** Parts that are made at a time. */
  readonly threads: number;
}

/** Milliseconds between two tries to reach the server, and two questions whether a part is still wanted. */
const [AGAIN, ASK_EVERY] = [1000, 1500];
/** Milliseconds between two words about the share done. */
const TELL_EVERY = 250;

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Says hello until the server answers. @throws TurnedAway when it will not have this machine */
async function greet(server: ServerClient, told: (line: string) => void): Promise<string> {
  for (let tries = 0; ; tries++) {
    try {
      return (await server.hello()).redis;
    } catch (error) {
      if (error instanceof TurnedAway) throw error;
      if (tries === 0) told(`The server does not answer yet (${(error as Error).message}); it is asked again.`);
      await pause(AGAIN);
    }
  }
}

export interface Machine {
  /** Gives back what is under way and ends. */
  stop(): Promise<void>;
}

/**
 * Starts a render machine: it takes parts out of the queue, fetches what it lacks from the server, and sends the files back.
 * @throws TurnedAway when the server will not have it
 */
export async function startMachine(settings: MachineSettings, told: (line: string) => void): Promise<Machine> {
  const server = new ServerClient(settings.server, settings.secret);
  const cache = new PictureCache(join(settings.folder, 'pictures'), settings.cacheBytes, server);
  await cache.open();
  const redis = connectTo(await greet(server, told), true);
  let reached = true;
  redis.on('error', (error) => {
    if (reached) told(`Redis cannot be reached (${error.message}); this machine goes on when it is there.`);
    reached = false;
  });
  redis.on('ready', () => {
    if (!reached) told('Redis is there again.');
    reached = true;
  });
  const threads = new RenderThreads();
  const work = join(settings.folder, `work-${process.pid}`);
  await mkdir(work, { recursive: true });

  async function make(job: Job<QueuedPart>): Promise<void> {
    const id = job.data.part;
    const folder = await mkdtemp(join(work, 'part-'));
    const stop = new AbortController();
    let last = 0;
    const tell = (share: number) => {
      if (Date.now() - last < TELL_EVERY) return;
      last = Date.now();
      job.updateProgress(share).catch(() => {});
    };
    const asking = setInterval(() => {
      server.isWanted(id).then((wanted) => {
        if (!wanted) stop.abort();
      });
    }, ASK_EVERY);
    try {
      const { work: what, pictures } = await server.part(id);
      const file = join(folder, 'part');
      await cache.with(pictures, (stored) => threads.part({ work: what, pictures: stored, file }, tell, stop.signal));
      await server.send(id, file);
    } catch (error) {
      // Nobody waits for it: it is done with.
      if (error instanceof Gone || stop.signal.aborted) return;
      if (error instanceof TurnedAway) throw new UnrecoverableError(error.message);
      throw error;
    } finally {
      clearInterval(asking);
      await rm(folder, { recursive: true, force: true });
    }
  }

  const worker = new Worker<QueuedPart>(QUEUE, make, {
    connection: asConnection(redis),
    concurrency: settings.threads,
    lockDuration: LOCK,
    stalledInterval: LOCK / 4,
    maxStalledCount: MOST_STALLS,
  });
  worker.on('error', () => {});
  worker.on('failed', (job, error) => told(`Part ${job?.data.part ?? ''} failed: ${error.message.split('\n')[0]}`));
  return {
    async stop() {
      await Promise.race([worker.close(true), pause(1000)]);
      redis.disconnect();
      await threads.onModuleDestroy();
      await rm(work, { recursive: true, force: true });
    },
  };
}
