import { greyPng, gzipBomb, nestedJson, nestedUse, overlappingZip, patterns, turbulence } from '../processes/bombs.ts';
import { ask, jobOf } from '../processes/requests.ts';
import { startServer } from '../processes/server-process.ts';
import { type Seen, whileWatching } from '../processes/watch.ts';

/** What was seen of a server while one kind of bad input was worked on. */
export interface WorstReport extends Seen {
  readonly name: string;
  /** Statuses of the answers. */
  readonly statuses: readonly number[];
  readonly seconds: number;
}

/** Input that is made to keep a server busy, kind by kind. */
const WORST: readonly { name: string; make(): readonly (readonly [path: string, bytes: Uint8Array])[] }[] = [
  { name: 'nested uses', make: () => [['pictures?name=a.svg', nestedUse(9)]] },
  { name: 'noise of many octaves', make: () => [['pictures?name=a.svg', turbulence(40)]] },
  { name: 'texts that are hard to vet', make: () => patterns(400_000).map((text) => ['pictures?name=a.svg', text]) },
  { name: 'a packed drawing of spaces', make: () => [['pictures?name=a.svgz', gzipBomb(150)]] },
  {
    name: 'an archive of one member twenty times',
    make: () => [['press', overlappingZip({ name: '00.tif', bytes: Buffer.alloc(100e6) }, 20)]],
  },
  {
    name: 'four grey pictures of 196 megapixels at once',
    make: () => [14_000, 13_999, 13_998, 13_997].map((side) => ['pictures?name=a.png', greyPng(side)]),
  },
  {
    name: 'documents of 5 000 and more levels',
    make: () => [5000, 900_000].map((n) => ['jobs', Buffer.from(nestedJson(n))]),
  },
];

/** Sends the worst input there is, and saves and lists jobs meanwhile. */
export async function worstInputs(data: string): Promise<WorstReport[]> {
  const server = startServer(data, { CHROMATYPE_LIMITS: 'off' });
  const url = await server.ready;
  const { body } = await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Watched') });
  const job = { id: body.id as string, document: jobOf('Watched'), version: 1 };
  const reports: WorstReport[] = [];
  try {
    for (const { name, make } of WORST) {
      const inputs = make();
      const start = Date.now();
      const { result, ...seen } = await whileWatching({ url, pid: server.pid }, job, () =>
        Promise.all(
          inputs.map(async ([path, bytes]) => {
            const type = path === 'jobs' ? 'application/json' : 'application/octet-stream';
            const body = new Uint8Array(bytes);
            return (await fetch(`${url}/api/${path}`, { method: 'POST', body, headers: { 'Content-Type': type } }))
              .status;
          }),
        ),
      );
      reports.push({ name, statuses: result, seconds: (Date.now() - start) / 1000, ...seen });
    }
    return reports;
  } finally {
    server.kill('SIGTERM');
    await server.ended;
  }
}
