import { type ChildProcess, spawn } from 'node:child_process';

export interface BenchServer {
  readonly address: string;
  readonly pid: number;
  stop(): void;
}

/** Starts the application on a port of its own, with a data folder of its own. */
export async function startServer(
  data: string,
  port: number,
  settings: Readonly<Record<string, string>> = {},
): Promise<BenchServer> {
  const address = `http://127.0.0.1:${port}`;
  const server: ChildProcess = spawn(process.execPath, ['server/dist/main.js'], {
    env: {
      ...process.env,
      CHROMATYPE_DATA: data,
      CHROMATYPE_PORT: String(port),
      CHROMATYPE_HOST: '127.0.0.1',
      ...settings,
    },
    stdio: 'ignore',
  });
  for (let k = 0; k < 100; k++) {
    const answers = await fetch(`${address}/api/jobs`).then(
      (r) => r.ok,
      () => false,
    );
    if (answers) return { address, pid: server.pid!, stop: () => server.kill() };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  server.kill();
  throw new Error('The server did not start.');
}
