import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { createApp } from '../src/create-app.ts';
import type { Settings } from '../src/settings.ts';

export interface TestApp {
  readonly app: NestExpressApplication;
  readonly data: string;
  /** Ends the server and starts it again over the same folder. */
  restart(): Promise<void>;
  close(): Promise<void>;
  url(): string;
}

/** A whole server on a folder of its own, on any free port of this machine. */
export async function startApp(settings: Partial<Settings> = {}): Promise<TestApp> {
  const data = mkdtempSync(join(tmpdir(), 'chromatype-server-'));
  const start = async () => {
    const app = await createApp(
      {
        data,
        host: '127.0.0.1',
        port: 0,
        web: null,
        hosts: [],
        limited: false,
        redis: null,
        renderSecret: null,
        ...settings,
      },
      false,
    );
    await app.listen(0, '127.0.0.1');
    return app;
  };
  let app = await start();
  return {
    get app() {
      return app;
    },
    data,
    async restart() {
      await app.close();
      app = await start();
    },
    async close() {
      await app.close();
      rmSync(data, { recursive: true, force: true });
    },
    url: () => `http://127.0.0.1:${(app.getHttpServer().address() as { port: number }).port}`,
  };
}
