import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type ServerProcess, startServer } from '../../../bench/src/processes/server-process.ts';

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
