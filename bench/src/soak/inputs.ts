import sharp from 'sharp';
import { type Answer, ask, jobOf } from '../processes/requests.ts';
import { startServer } from '../processes/server-process.ts';
import { whileWatching } from '../processes/watch.ts';
import { mutated, mutatedDocument } from './mutate.ts';
import { type Random, seeded } from './random.ts';
import { archiveSeeds, documentSeeds, pictureSeeds } from './seeds.ts';

/** How a server answered damaged files, documents and archives. */
export interface InputReport {
  inputs: number;
  readonly statuses: Map<number, number>;
  /** One sentence for each answer that was an error of the server, none at all, or took more than two seconds. */
  readonly failures: string[];
  slowest: number;
  save: number;
  shelf: number;
  memory: number;
}

const LONGEST = 2000;

/** One kind of input: how many are sent, and how each is made. */
interface Kind {
  readonly count: number;
  input(random: Random): { readonly name: string; send(): Promise<Answer> };
}

/** Sends damaged input of every kind, and saves and lists jobs meanwhile. */
export async function badInputs(data: string, count: number, say: (text: string) => void): Promise<InputReport> {
  const server = startServer(data, { CHROMATYPE_LIMITS: 'off' });
  const url = await server.ready;
  const report: InputReport = {
    inputs: 0,
    statuses: new Map(),
    failures: [],
    slowest: 0,
    save: 0,
    shelf: 0,
    memory: 0,
  };
  const png = await sharp({ create: { width: 200, height: 150, channels: 3, background: '#678' } })
    .png()
    .toBuffer();
  const { body: stored } = await ask(`${url}/api/pictures?name=a.png`, 'POST', new Uint8Array(png));
  const { body: job } = await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Watched') });
  const [pictures, archives, documents] = [await pictureSeeds(), await archiveSeeds(), documentSeeds(stored)];

  /** Damaged input of each kind, by its number; there are so many of each. */
  const kinds: readonly Kind[] = [
    {
      count: Math.round(0.6 * count),
      input(random) {
        const { name, bytes } = random.of(pictures);
        const file = new Uint8Array(mutated(bytes, random));
        return { name, send: () => ask(`${url}/api/pictures?name=${name}`, 'POST', file) };
      },
    },
    {
      count: Math.round(0.2 * count),
      input(random) {
        const document = mutatedDocument(random.of(documents), random);
        const send =
          random.next() < 0.5
            ? () => ask(`${url}/api/jobs`, 'POST', { document })
            : () => ask(`${url}/api/jobs/${job.id}`, 'PUT', { document }, { 'If-Match': '"0"' });
        return { name: 'document', send };
      },
    },
    {
      count: Math.round(0.2 * count),
      input(random) {
        const { name, bytes } = random.of(archives);
        const file = new Uint8Array(mutated(bytes, random));
        return { name, send: () => ask(`${url}/api/press`, 'POST', file) };
      },
    },
  ];

  async function one(k: number, kind: Kind): Promise<void> {
    const { name: file, send } = kind.input(seeded(1 + k * kinds.length + kinds.indexOf(kind)));
    const name = `${file} ${k}`;
    const start = performance.now();
    const answer = await send().catch((error: unknown) => String(error));
    const took = performance.now() - start;
    report.slowest = Math.max(report.slowest, took);
    report.inputs++;
    if (typeof answer === 'string') report.failures.push(`${name}: no answer (${answer}).`);
    else {
      report.statuses.set(answer.status, (report.statuses.get(answer.status) ?? 0) + 1);
      if (answer.status >= 500) report.failures.push(`${name}: ${answer.status}.`);
      if (answer.status >= 400 && !/^["A-Z][^\n]*\.$/.test(answer.body.message)) {
        report.failures.push(`${name}: no sentence: ${JSON.stringify(answer.body)}.`);
      }
    }
    if (took > LONGEST) report.failures.push(`${name}: took ${Math.round(took)} ms.`);
    if (report.inputs % 500 === 0) say(`${report.inputs} inputs, ${report.failures.length} failures`);
  }

  // One of each kind at a time, so that none waits for another of its kind.
  const inTurn = async (kind: Kind) => {
    for (let k = 0; k < kind.count; k++) await one(k, kind);
  };
  const watched = { id: job.id as string, document: jobOf('Watched'), version: 1 };
  try {
    const { save, shelf, memory } = await whileWatching({ url, pid: server.pid }, watched, () =>
      Promise.all(kinds.map(inTurn)),
    );
    return Object.assign(report, { save, shelf, memory });
  } finally {
    server.kill('SIGTERM');
    await server.ended;
  }
}
