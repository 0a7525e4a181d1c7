import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startServer } from './server-process.ts';

const CLI = fileURLToPath(new URL('../../../server/dist/cli/main.js', import.meta.url));

/** Sets the password of a data folder from the command line; the exit status of that. */
export function setPassword(data: string, password: string): Promise<number> {
  const child = spawn(process.execPath, [CLI, 'password', '--data', data], { stdio: ['pipe', 'ignore', 'ignore'] });
  child.stdin.end(`${password}\n`);
  return new Promise((resolve) => child.on('exit', (code) => resolve(code!)));
}

/** A server with an empty data folder that listens on every address of this machine, and its address on loopback. */
export async function sharedServer(
  password: string,
): Promise<{ address: string; data: string; stop(): Promise<void> }> {
  const data = mkdtempSync(join(tmpdir(), 'chromatype-shared-'));
  await setPassword(data, password);
  const server = startServer(data, { CHROMATYPE_HOST: '0.0.0.0' });
  const address = (await server.ready).replace('0.0.0.0', '127.0.0.1');
  return {
    address,
    data,
    async stop() {
      server.kill('SIGTERM');
      await server.ended;
      rmSync(data, { recursive: true, force: true });
    },
  };
}
