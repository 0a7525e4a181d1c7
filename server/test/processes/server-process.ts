import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../dist/main.js', import.meta.url));

/** How a process ended. */
export interface Ended {
  readonly code: number | null;
  readonly signal: NodeJS.Signals | null;
  /** Milliseconds since it was started. */
  readonly ms: number;
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
  const start = Date.now();
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
    child.on('close', (code, signal) => resolve({ code, signal, ms: Date.now() - start }));
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

/** Folders for the data of servers, and the servers started on them; `clear` ends and deletes all. */
export function processes() {
  const folders: string[] = [];
  const servers: ServerProcess[] = [];
  return {
    folder(): string {
      folders.push(mkdtempSync(join(tmpdir(), 'chromatype-process-')));
      return folders.at(-1)!;
    },
    start(data: string, settings: Readonly<Record<string, string>> = {}): ServerProcess {
      servers.push(startServer(data, settings));
      return servers.at(-1)!;
    },
    async clear(): Promise<void> {
      for (const server of servers) server.kill('SIGKILL');
      await Promise.all(servers.map((server) => server.ended));
      for (const folder of folders) rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Builds the disk that counts flushes and can be full; gives what a process that uses it needs in its environment. */
export function testDisk(data: string, work: string) {
  const library = join(work, 'disk.so');
  const source = fileURLToPath(new URL('./disk.c', import.meta.url));
  execFileSync('cc', ['-shared', '-fPIC', '-O1', '-o', library, source, '-ldl']);
  const full = join(work, 'full');
  const log = join(work, 'flushes');
  return {
    environment: { LD_PRELOAD: library, TEST_DISK: data, TEST_DISK_FULL: full, TEST_DISK_LOG: log },
    log,
    fill: () => writeFileSync(full, ''),
    /** Fills it for what lies below one folder. */
    fillOnly: (folder: string) => writeFileSync(full, folder),
    empty: () => rmSync(full, { force: true }),
  };
}
