import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  createJob,
  createPass,
  filePicture,
  fillOf,
  type Job,
  type MarkSettings,
  type Pass,
  withFill,
} from '@chromatype/core';
import { zipSync } from 'fflate';
import sharp from 'sharp';
import { launchChromium } from './chromium.ts';
import { startServer } from './server.ts';
import { memoryOf } from './processes/watch.ts';
import type { Row } from './statistics.ts';

const PORT = 4397;
/** The clip that is measured with: ten seconds of 1080p. */
const [WIDTH, HEIGHT, SECONDS, RATE] = [1920, 1080, 10, 24];
/** Pixels of the sheet on each side. */
const SIDE = 1080;
/** Drawings a second that are asked for at least, and bytes of memory at most. */
const ASKED_RATE = 24;
const MOST_MEMORY = 1 << 30;
/** Milliseconds for which drawings are counted. */
const WATCHED = 4000;

/** Frames of a square that goes over a run of colour, as an archive of JPEGs. */
async function archive(): Promise<Buffer> {
  const entries: Record<string, Uint8Array> = {};
  for (let k = 0; k < SECONDS * RATE; k++) {
    const x = (k * 31) % WIDTH;
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><defs><linearGradient id="g" x2="1" y2="1"><stop stop-color="#142a4f"/><stop offset=".6" stop-color="#d98a4a"/><stop offset="1" stop-color="#fbe6b0"/></linearGradient></defs><rect width="100%" height="100%" fill="url(#g)"/><circle cx="${x}" cy="${400 + 200 * Math.sin(k / 20)}" r="220" fill="#e5482d"/></svg>`;
    entries[`frame-${String(k + 1).padStart(4, '0')}.jpg`] = await sharp(Buffer.from(svg))
      .jpeg({ quality: 90 })
      .toBuffer();
  }
  return Buffer.from(zipSync(entries, { level: 0 }));
}

interface Taken {
  readonly hash: string;
  readonly clip: { readonly ends: readonly number[] };
}

/** A job of the clip with passes of its own. */
function clipJob(title: string, { hash, clip }: Taken, passes: (base: Pass) => Pass[], stock: string): Job {
  const base = createJob(title, 'p');
  const playing = { ends: clip.ends, settings: { from: 0, to: 0, speed: 1, after: 'loop' } };
  const mm = (SIDE / 300) * 25.4;
  return {
    ...base,
    sheet: { ...base.sheet, width: mm, height: mm, bleed: 0, ppi: 300, stock: { ...base.sheet.stock, colour: stock } },
    pictures: [filePicture({ id: 'a', name: 'clip', hash, width: WIDTH, height: HEIGHT, clip: playing })],
    passes: passes(createPass('p', 0, 'a')),
    motion: { ...base.motion, settings: { ...base.motion.settings, seconds: SECONDS, rate: RATE } },
  };
}

const withMarks = (pass: Pass, own: Partial<MarkSettings>, part: 'lightness' | 'r' | 'g' | 'b' = 'lightness'): Pass => {
  const { screen, feed } = fillOf(pass);
  return withFill(pass, {
    feed: { ...feed, part },
    screen: { ...screen, family: 'marks', marks: { ...screen.marks, shape: 'circle', fit: 'counts', ...own } },
  });
};

/** The most memory that a process and its own hold while some work goes on. */
async function whileMeasured<T>(
  pid: number,
  work: () => Promise<T>,
): Promise<{ result: T; memory: number; seconds: number }> {
  let memory = memoryOf(pid);
  const timer = setInterval(() => {
    memory = Math.max(memory, memoryOf(pid));
  }, 100);
  const start = performance.now();
  try {
    const result = await work();
    return { result, memory, seconds: (performance.now() - start) / 1000 };
  } finally {
    clearInterval(timer);
  }
}

const mb = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;

async function call<T>(url: string, method: string, body: BodyInit, type: string): Promise<T> {
  const response = await fetch(url, { method, body, headers: { 'Content-Type': type } });
  if (!response.ok) throw new Error(`${url}: ${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

/** Prints all frames as a file on the server. */
async function exported(address: string, id: string, kind: string): Promise<void> {
  const { id: run } = await call<{ id: string }>(
    `${address}/api/jobs/${id}/runs`,
    'POST',
    JSON.stringify({ kind }),
    'application/json',
  );
  for (;;) {
    const { state } = (await (await fetch(`${address}/api/runs/${run}`)).json()) as { state: string };
    if (state === 'done') return;
    if (state !== 'queued' && state !== 'running') throw new Error(`The run ${kind} ended as ${state}.`);
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}

/** New drawings a second that two cores print while the clip is played for the first time, and how many are shown. */
async function played(address: string, id: string): Promise<{ made: number; shown: number }> {
  const browser = await launchChromium();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/jobs/${id}/motion`);
    await page.waitForSelector('[data-testid=motion-sheet][data-stage=settled]', { timeout: 120_000 });
    // All frames are here; another number has every drawing made anew, as an artist would.
    await page.waitForSelector('[data-testid=making-frames]', { state: 'detached', timeout: 120_000 });
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    const field = page.getByRole('region', { name: 'Chain' }).getByLabel('Size, dark', { exact: true });
    await field.fill('97');
    await field.press('Enter');
    const read = async (name: string) => Number(await page.getByTestId('motion-sheet').getAttribute(`data-${name}`));
    await page.waitForTimeout(500);
    const [before, start] = [await read('ready'), performance.now()];
    await page.waitForTimeout(WATCHED);
    const made = (await read('ready')) - before;
    const seconds = (performance.now() - start) / 1000;
    await page.waitForTimeout(1500);
    return { made: made / seconds, shown: await read('shown') };
  } finally {
    await browser.close();
  }
}

/** Taking in, playing and taking out ten seconds of 1080p. */
export async function motionRows(): Promise<Row[]> {
  const data = mkdtempSync(join(tmpdir(), 'chromatype-motion-'));
  const file = await archive();
  const server = await startServer(data, PORT);
  const rows: Row[] = [];
  const put = (work: string, measured: string, asked: string, holds: boolean) =>
    rows.push({ work, measured, asked, holds });
  try {
    const taken = await whileMeasured(server.pid, () =>
      call<Taken>(
        `${server.address}/api/pictures?name=clip.zip`,
        'POST',
        new Uint8Array(file),
        'application/octet-stream',
      ),
    );
    const frames = taken.result.clip.ends.length;
    put(
      `clip, taking in ${frames} frames of ${WIDTH} × ${HEIGHT} (a ZIP of JPEGs)`,
      `${taken.seconds.toFixed(1)} s, ${mb(taken.memory)}`,
      'memory below 1 GiB',
      taken.memory < MOST_MEMORY,
    );
    const light = (base: Pass): Pass[] =>
      (['r', 'g', 'b'] as const).map((part, k) => ({
        ...withMarks(
          { ...base, id: part, fills: [{ ...fillOf(base), id: `${part}-1` }] },
          { across: 42, down: 24 },
          part,
        ),
        ink: { ...base.ink, colour: ['#ff0000', '#00ff00', '#0000ff'][k]!, meets: 'light' as const },
      }));
    const jobs: readonly (readonly [string, Job])[] = [
      [
        '49 × 49 marks',
        clipJob('Marks', taken.result, (base) => [withMarks(base, { across: 49, down: 49 })], '#ffffff'),
      ],
      ['three lights, 42 × 24', clipJob('Light', taken.result, light, '#000000')],
    ];
    for (const [name, document] of jobs) {
      const { id } = await call<{ id: string }>(
        `${server.address}/api/jobs`,
        'POST',
        JSON.stringify({ document }),
        'application/json',
      );
      const { made, shown } = await played(server.address, id);
      put(
        `clip, played at ${SIDE} × ${SIDE}: ${name}, 1280 × 800`,
        `${made.toFixed(1)} new drawings a second, ${shown} shown`,
        `${ASKED_RATE} a second`,
        made >= ASKED_RATE,
      );
      for (const kind of ['clip-gif', 'clip-frames']) {
        const out = await whileMeasured(server.pid, () => exported(server.address, id, kind));
        put(
          `clip, taken out as ${kind.replace('clip-', '')}: ${name}, ${frames} frames`,
          `${out.seconds.toFixed(1)} s, ${mb(out.memory)}`,
          'memory below 1 GiB',
          out.memory < MOST_MEMORY,
        );
      }
    }
    return rows;
  } finally {
    server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}
