import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { StartError } from './starting/start-error.ts';

/** Where the server keeps its things and listens. */
export interface Settings {
  /** Folder of the database, pictures and finished runs. */
  readonly data: string;
  /** Name or address to listen on. */
  readonly host: string;
  readonly port: number;
  /** Built interface to serve, or null. */
  readonly web: string | null;
  /** Host names that the server answers to, beside those of this machine. */
  readonly hosts: readonly string[];
  /** Whether uploads, runs and the press are limited to so many a minute. */
  readonly limited: boolean;
  /** Address of the Redis by which runs go to render machines; null where the server does them itself. */
  readonly redis: string | null;
  /** What render machines must know. */
  readonly renderSecret: string | null;
}

export const SETTINGS = Symbol('settings');

const root = fileURLToPath(new URL('../..', import.meta.url));

/** The built interface, where there is one. */
function builtInterface(): string | null {
  const web = join(root, 'web', 'dist');
  return existsSync(web) ? web : null;
}

/** @throws StartError for a port that is none */
function portOf(text: string): number {
  const port = /^\d{1,5}$/.test(text) ? Number(text) : Number.NaN;
  if (!(port <= 65535)) {
    throw new StartError(
      `CHROMATYPE_PORT is "${text.slice(0, 40)}"; it must be a whole number between 0 and 65535.`,
      2,
    );
  }
  return port;
}

/** Names divided by commas, in lower case. @throws StartError for one that is no host name */
function hostsOf(text: string): string[] {
  const names = text
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== '');
  const wrong = names.find((name) => !/^([a-z0-9.-]{1,253}|\[[0-9a-f:.]{2,45}\])$/.test(name));
  if (wrong !== undefined) {
    throw new StartError(
      `CHROMATYPE_HOSTS holds "${wrong.slice(0, 40)}"; give host names without a port, divided by commas.`,
      2,
    );
  }
  return names;
}

/** Letters of a secret that cannot be guessed. */
const SHORTEST_SECRET = 16;

/** @throws StartError for an address or a secret that makes no sense */
function machinesOf(env: NodeJS.ProcessEnv): Pick<Settings, 'redis' | 'renderSecret'> {
  const { CHROMATYPE_REDIS: address, CHROMATYPE_RENDER_SECRET: secret } = env;
  if (!address) return { redis: null, renderSecret: null };
  const redis = /^rediss?:\/\//.test(address) ? address : `redis://${address}`;
  if (!URL.canParse(redis))
    throw new StartError(
      `CHROMATYPE_REDIS is "${address.slice(0, 60)}"; it must be an address such as redis://127.0.0.1:6379.`,
      2,
    );
  if ((secret ?? '').length < SHORTEST_SECRET)
    throw new StartError(
      `CHROMATYPE_REDIS needs a CHROMATYPE_RENDER_SECRET of at least ${SHORTEST_SECRET} letters, which render machines must know too.`,
      2,
    );
  return { redis, renderSecret: secret! };
}

/**
 * Reads the variables CHROMATYPE_DATA, _HOST, _PORT, _HOSTS, _LIMITS, _REDIS and _RENDER_SECRET. Only this machine is served unless told
 * otherwise.
 * @throws StartError for a value that makes no sense
 */
export function settingsFrom(env: NodeJS.ProcessEnv): Settings {
  const limits = env.CHROMATYPE_LIMITS ?? 'on';
  if (limits !== 'on' && limits !== 'off') {
    throw new StartError(`CHROMATYPE_LIMITS is "${limits.slice(0, 40)}"; it must be on or off.`, 2);
  }
  return {
    data: resolve(env.CHROMATYPE_DATA ?? join(root, 'data')),
    host: env.CHROMATYPE_HOST ?? '127.0.0.1',
    port: portOf(env.CHROMATYPE_PORT ?? '4310'),
    web: builtInterface(),
    hosts: hostsOf(env.CHROMATYPE_HOSTS ?? ''),
    limited: limits === 'on',
    ...machinesOf(env),
  };
}
