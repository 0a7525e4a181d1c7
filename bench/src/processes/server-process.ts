import { type ChildProcess, spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../../server/dist/main.js', import.meta.url));

/** How a process ended. */
export interface Ended {
  readonly code: number | null;
  readonly signal: NodeJS.Signals | null;
}

/** The compiled server in a process of its own. */
export interface ServerProcess {
  readonly pid: number;
  /** Resolves to the server's address when it is ready; rejects when it ends first. */
  readonly ready: Promise<string>;
  readonly ended: Promise<Ended>;
  /** What it wrote to its error output. */
  errors(): string;
  kill(signal: NodeJS.Signals): void;
}

/** Starts a server on a free port of this machine. `settings` are variables of its environment. */
export function startServer(data: string, settings: Readonly<Record<string, string>> = {}): ServerProcess {
  const env = {
    ...process.env,
    CHROMATYPE_DATA: data,
    CHROMATYPE_PORT: '0',
    CHROMATYPE_HOST: '127.0.0.1',
    ...settings,
  };
  const child: ChildProcess = spawn(process.execPath, [MAIN], { env, stdio: ['ignore', 'pipe', 'pipe'] });
  let errors = '';
  let out = '';
  child.stderr!.on('data', (text) => {
    errors += text;
  });
  const ended = new Promise<Ended>((resolve) => {
    child.on('close', (code, signal) => resolve({ code, signal }));
  });
  const ready = new Promise<string>((resolve, reject) => {
    child.stdout!.on('data', (text) => {
      out += text;
      const address = /Chromatype is at (\S+)\/\n/.exec(out)?.[1];
      if (address) resolve(address);
    });
    void ended.then(() => reject(new Error(`The server ended: ${errors}`)));
  });
  ready.catch(() => {});
  return { pid: child.pid!, ready, ended, errors: () => errors, kill: (signal) => child.kill(signal) };
}
