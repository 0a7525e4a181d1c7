import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Where the server keeps its things and listens. */
export interface Settings {
  /** Folder of the database, pictures and finished runs. */
  readonly data: string;
  readonly host: string;
  readonly port: number;
  /** Built interface to serve, or null. */
  readonly web: string | null;
}

export const SETTINGS = Symbol('settings');

const root = fileURLToPath(new URL('../..', import.meta.url));

/** Reads CHROMATYPE_DATA, CHROMATYPE_HOST and CHROMATYPE_PORT. Only this machine is served unless told otherwise. */
export function settingsFrom(env: NodeJS.ProcessEnv): Settings {
  const web = join(root, 'web', 'dist');
  return {
    data: resolve(env.CHROMATYPE_DATA ?? join(root, 'data')),
    host: env.CHROMATYPE_HOST ?? '127.0.0.1',
    port: Number(env.CHROMATYPE_PORT ?? 4310),
    web: existsSync(web) ? web : null,
  };
}
