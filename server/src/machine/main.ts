#!/usr/bin/env node
import { availableParallelism, tmpdir, userInfo } from 'node:os';
import { join, resolve } from 'node:path';
import { type MachineSettings, startMachine } from './machine.ts';
import { TurnedAway } from './server-client.ts';

/* A render machine: does parts of the runs of a server. "npm run render" starts one. */

const MB = 1e6;

/** A whole number of the environment. @throws TurnedAway for one that makes no sense */
function numberOf(name: string, normal: number, max: number): number {
  const text = process.env[name];
  if (!text) return normal;
  const value = Number(text);
  if (!Number.isInteger(value) || value < 1 || value > max)
    throw new TurnedAway(`${name} is "${text.slice(0, 40)}"; it must be a whole number between 1 and ${max}.`);
  return value;
}

function settingsOf(env: NodeJS.ProcessEnv): MachineSettings {
  const server = (env.CHROMATYPE_SERVER ?? 'http://127.0.0.1:4310').replace(/\/+$/, '');
  if (!/^https?:\/\//.test(server) || !URL.canParse(server))
    throw new TurnedAway(
      `CHROMATYPE_SERVER is "${server.slice(0, 60)}"; it must be an address such as http://127.0.0.1:4310.`,
    );
  if (!env.CHROMATYPE_RENDER_SECRET)
    throw new TurnedAway(
      'CHROMATYPE_RENDER_SECRET is missing; it must be the secret that the server was started with.',
    );
  return {
    server,
    secret: env.CHROMATYPE_RENDER_SECRET,
    folder: resolve(env.CHROMATYPE_RENDER_FOLDER ?? join(tmpdir(), `chromatype-render-${userInfo().username}`)),
    cacheBytes: numberOf('CHROMATYPE_RENDER_CACHE_MB', 4000, 1e6) * MB,
    threads: numberOf('CHROMATYPE_RENDER_THREADS', availableParallelism(), 256),
  };
}

try {
  const settings = settingsOf(process.env);
  const machine = await startMachine(settings, (line) => console.error(line));
  console.log(`This render machine takes parts from ${settings.server}, ${settings.threads} at a time.`);
  let ending = false;
  const end = async () => {
    if (ending) return;
    ending = true;
    await machine.stop();
    process.exit(0);
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
} catch (error) {
  console.error(error instanceof TurnedAway ? error.message : String(error));
  process.exit(error instanceof TurnedAway ? 2 : 1);
}
