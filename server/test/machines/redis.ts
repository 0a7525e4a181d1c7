import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Redis } from 'ioredis';

/** A port of this machine that nobody listens on. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => resolve(port));
    });
  });

export interface TestRedis {
  readonly address: string;
  /** Starts it on its port, empty. `most`: bytes that it may hold. */
  start(most?: string): Promise<void>;
  /** Ends it at once, as a crash does. */
  kill(): Promise<void>;
  clear(): Promise<void>;
}

/** A Redis of its own on loopback, which keeps nothing on the disk. */
export async function testRedis(): Promise<TestRedis> {
  const port = await freePort();
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-redis-'));
  let child: ChildProcess | null = null;
  const address = `redis://127.0.0.1:${port}`;
  const kill = async (): Promise<void> => {
    const own = child;
    child = null;
    if (!own || own.exitCode !== null) return;
    await new Promise<void>((resolve) => {
      own.once('exit', () => resolve());
      own.kill('SIGKILL');
    });
  };
  return {
    address,
    kill,
    async start(most = '200mb') {
      const options = ['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no'];
      const limits = [
        '--dir',
        folder,
        '--maxmemory',
        most,
        '--maxmemory-policy',
        'noeviction',
        '--loglevel',
        'warning',
      ];
      child = spawn('redis-server', [...options, ...limits], { stdio: 'ignore' });
      const redis = new Redis(address, { retryStrategy: () => 50, maxRetriesPerRequest: null });
      redis.on('error', () => {});
      await redis.ping();
      redis.disconnect();
    },
    async clear() {
      await kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
