import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../dist/machine/main.js', import.meta.url));

/** What all machines of the tests know. */
export const SECRET = 'the kites fly over the quay';

export interface TestMachine {
  readonly process: ChildProcess;
  /** What it has said so far. */
  said(): string;
  /** The exit status, once it has ended. */
  readonly ended: Promise<number | null>;
  kill(signal?: NodeJS.Signals): Promise<void>;
}

/** Starts a render machine as `npm run render` does, with a folder of its own. */
export function testMachine(server: string, env: NodeJS.ProcessEnv = {}): TestMachine {
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-machine-'));
  const child = spawn(process.execPath, [MAIN], {
    env: {
      ...process.env,
      CHROMATYPE_SERVER: server,
      CHROMATYPE_RENDER_SECRET: SECRET,
      CHROMATYPE_RENDER_FOLDER: folder,
      CHROMATYPE_RENDER_THREADS: '1',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece: Buffer) => (said += piece));
  const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
  return {
    process: child,
    said: () => said,
    ended,
    async kill(signal = 'SIGKILL') {
      child.kill(signal);
      await ended;
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
