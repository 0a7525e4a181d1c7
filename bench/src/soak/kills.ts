import { createHash } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { ask, jobOf, jobWith, until } from '../processes/requests.ts';
import { type ServerProcess, startServer } from '../processes/server-process.ts';
import { memoryOf } from '../processes/watch.ts';
import { type Random, seeded } from './random.ts';

interface Run {
  readonly state: string;
}

/** What was acknowledged, and what of it was not there after a kill. */
export interface KillReport {
  trials: number;
  saves: number;
  uploads: number;
  runs: number;
  /** One sentence for each thing that was lost or torn. */
  readonly losses: string[];
  memory: number;
}

/** What a client was told before the server was killed. */
interface Acknowledged {
  /** The last save that was acknowledged, and the title that was on its way. */
  version: number;
  title: string;
  pending: string;
  /** Pixels by the hash of their file. */
  readonly pictures: Map<string, string>;
  readonly runs: Set<string>;
}

const pause = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Does something until the server is gone: `gone` says so, or a request that finds nobody. */
async function untilGone(gone: () => boolean, work: () => Promise<void>): Promise<void> {
  try {
    while (!gone()) await work();
  } catch (error) {
    if (!(error instanceof TypeError)) throw error;
  }
}

/** Saves, uploads and prints until the server is killed. */
async function clients(
  url: string,
  jobId: string,
  trial: number,
  random: Random,
  told: Acknowledged,
  gone: () => boolean,
): Promise<void> {
  let count = 0;
  const save = untilGone(gone, async () => {
    told.pending = `Save ${trial}.${++count}`;
    const document = jobOf(told.pending);
    const { status } = await ask(`${url}/api/jobs/${jobId}`, 'PUT', { document }, { 'If-Match': `"${told.version}"` });
    if (status !== 200) throw new Error(`A save was answered by ${status}.`);
    told.version++;
    told.title = told.pending;
    await pause(10);
  });
  const upload = untilGone(gone, async () => {
    const rgba = Buffer.from(Array.from({ length: 64 * 48 * 4 }, (_, k) => (k % 4 === 3 ? 255 : random.below(256))));
    const png = await sharp(rgba, { raw: { width: 64, height: 48, channels: 4 } })
      .png()
      .toBuffer();
    const { status, body } = await ask(`${url}/api/pictures?name=a.png`, 'POST', new Uint8Array(png));
    if (status !== 201) throw new Error(`An upload was answered by ${status}.`);
    told.pictures.set(body.hash, sha256(rgba));
  });
  const print = untilGone(gone, async () => {
    const hash = [...told.pictures.keys()].at(-1);
    if (!hash) {
      await pause(10);
      return;
    }
    const job = jobWith(`Print ${trial}`, 30, { hash, width: 64, height: 48 });
    const { body } = await ask(`${url}/api/jobs`, 'POST', { document: job });
    const { status, body: run } = await ask(`${url}/api/jobs/${body.id}/runs`, 'POST', { kind: 'sheet' });
    if (status !== 201) throw new Error(`A run was answered by ${status}.`);
    told.runs.add(run.id);
    await pause(40);
  });
  await Promise.all([save, upload, print]);
}

/** Compares what is there after a kill with what was acknowledged before it. */
async function compare(url: string, data: string, jobId: string, told: Acknowledged, losses: string[]): Promise<void> {
  const { body: job } = await ask(`${url}/api/jobs/${jobId}`);
  const { title } = job.document ?? {};
  const asTold = job.version === told.version && title === told.title;
  const oneMore = job.version === told.version + 1 && title === told.pending;
  if (!asTold && !oneMore) losses.push(`The save ${told.title} (${told.version}) became ${title} (${job.version}).`);
  told.version = job.version;
  told.title = title;
  for (const [hash, pixels] of told.pictures) {
    const response = await fetch(`${url}/api/pictures/${hash}/pixels`);
    const bytes = new Uint8Array(await response.arrayBuffer());
    if (response.status !== 200 || sha256(bytes) !== pixels) losses.push(`The picture ${hash} is lost or torn.`);
    const original = await fetch(`${url}/api/pictures/${hash}/original`);
    if (sha256(new Uint8Array(await original.arrayBuffer())) !== hash) losses.push(`The original ${hash} is torn.`);
  }
  for (const id of told.runs) {
    const ended = async () => ['done', 'failed', 'cancelled'].includes((await ask(`${url}/api/runs/${id}`)).body.state);
    await until(ended, 120).catch(() => losses.push(`The run ${id} did not end.`));
    const file = await fetch(`${url}/api/runs/${id}/file`);
    const bytes = new Uint8Array(await file.arrayBuffer());
    const sound =
      file.status === 200 &&
      (await sharp(bytes)
        .stats()
        .catch(() => null));
    if (!sound) losses.push(`The file of the run ${id} is lost or torn.`);
  }
  // Also runs that were begun and not acknowledged end before the folder is looked at.
  const pending = async () => (await ask(`${url}/api/runs`)).body.some((run: Run) => /queued|running/.test(run.state));
  await until(async () => !(await pending()), 120).catch(() =>
    losses.push('A run that was not acknowledged did not end.'),
  );
  const runs = join(data, 'runs');
  const left = (existsSync(runs) ? readdirSync(runs) : []).filter((name) => name.includes('.partial'));
  if (left.length > 0) losses.push(`Half written files stayed: ${left.join(', ')}.`);
}

/** Kills a server that is saving, storing and printing, again and again, and looks at what is left each time. */
export async function killTrials(data: string, trials: number, say: (text: string) => void): Promise<KillReport> {
  const report: KillReport = { trials: 0, saves: 0, uploads: 0, runs: 0, losses: [], memory: 0 };
  const random = seeded(1);
  const settings = { CHROMATYPE_LIMITS: 'off' };
  let server: ServerProcess = startServer(data, settings);
  let url = await server.ready;
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Start') });
  let told: Acknowledged = { version: 1, title: 'Start', pending: '', pictures: new Map(), runs: new Set() };
  try {
    for (let trial = 1; trial <= trials; trial++) {
      const before = told.version;
      let gone = false;
      const working = clients(url, job.id, trial, random, told, () => gone);
      // Two of three kills come while pictures are stored and printed, the others may come as early as the first save.
      if (trial % 3 !== 0) await until(() => told.pictures.size > 0);
      await pause(50 + random.below(1500));
      report.memory = Math.max(report.memory, memoryOf(server.pid));
      server.kill('SIGKILL');
      await server.ended;
      gone = true;
      await working;
      report.saves += told.version - before;
      report.uploads += told.pictures.size;
      report.runs += told.runs.size;
      server = startServer(data, settings);
      url = await server.ready;
      await compare(url, data, job.id, told, report.losses);
      told = { ...told, pictures: new Map(), runs: new Set() };
      report.trials = trial;
      if (trial % 10 === 0)
        say(
          `${trial} kills, ${report.saves} saves, ${report.uploads} uploads, ${report.runs} runs, ${report.losses.length} losses`,
        );
    }
    return report;
  } finally {
    server.kill('SIGTERM');
    await server.ended;
  }
}
