import { closeSync, mkdtempSync, openSync, rmSync, statSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  createJob,
  createKernels,
  DEFAULT_SHEET,
  filePicture,
  finished,
  fillOf,
  type Job,
  joinOutlines,
  loadClipper,
  MARK_PARAMS,
  type MarkSettings,
  memorySource,
  normalsOf,
  type OutputEnv,
  type PictureSource,
  printBands,
  withFill,
  writeOutput,
} from '@chromatype/core';
import { HEIGHT, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

const PPI = 300;

/** A job of marks on a sheet of 24 megapixels. */
export function plainMarks(marks: Partial<MarkSettings>): Job {
  const base = createJob('marks', 'p');
  const fill = fillOf(base.passes[0]!);
  const hash = 'a'.repeat(64);
  return {
    ...base,
    sheet: { ...DEFAULT_SHEET, width: (WIDTH / PPI) * 25.4, height: (HEIGHT / PPI) * 25.4, bleed: 0, ppi: PPI },
    pictures: [filePicture({ id: 'a', name: 'a', hash, width: WIDTH, height: HEIGHT })],
    passes: [
      withFill(base.passes[0]!, {
        feed: { ...fill.feed, picture: 'a' },
        screen: { ...fill.screen, family: 'marks', marks: { ...fill.screen.marks, fit: 'counts', ...marks } },
      }),
    ],
  };
}

/** Fifty thousand circles of many sizes that touch their neighbours, as outlines in pixels. */
function circles(): Float64Array[][] {
  const columns = 250;
  return Array.from({ length: 50_000 }, (_, k) => {
    const [x, y] = [(k % columns) * 20 + 10, Math.floor(k / columns) * 20 + 10];
    const r = 9 + ((k * 7919) % 300) / 100;
    const p = new Float64Array(56);
    for (let s = 0; s < 28; s++) {
      p[2 * s] = x + r * Math.cos((s * Math.PI) / 14);
      p[2 * s + 1] = y + r * Math.sin((s * Math.PI) / 14);
    }
    return [p];
  });
}

/** Writes an output to a file, as the server does, and returns the milliseconds that it took. */
async function writing(job: Job, source: PictureSource, file: string): Promise<number> {
  const env = { kernels: createKernels(), pictures: () => source } as unknown as OutputEnv;
  const to = openSync(file, 'w');
  const start = performance.now();
  await writeOutput(
    env,
    job,
    { kind: 'marks-svg' },
    {
      write: (bytes) => void writeSync(to, bytes),
      patch() {
        throw new Error('An SVG is written without going back.');
      },
      aside() {
        throw new Error('An SVG needs no place aside.');
      },
    },
  );
  const took = performance.now() - start;
  closeSync(to);
  return took;
}

/** Marks on 24 megapixels: a plate, files of outlines, and joining. */
export async function markRows(grey: Buffer): Promise<Row[]> {
  await loadClipper();
  const source = memorySource(WIDTH, HEIGHT, 1, new Uint8Array(grey));
  const kernels = createKernels();
  const small = plainMarks({ across: 173, down: 116 });
  const plate = median(
    timed(3, () => {
      for (const _ of printBands({ kernels, pictures: () => source }, small, small.passes));
    }),
  );
  const folder = mkdtempSync(join(tmpdir(), 'chromatype-marks-'));
  const rows: Row[] = [
    { work: 'plate of 20 000 marks, 24 MP, one thread', measured: ms(plate), asked: '', holds: true, value: plate },
  ];
  try {
    const file = join(folder, 'm.svg');
    const took = await writing(plainMarks({ across: 387, down: 259 }), source, file);
    const size = (statSync(file).size / 1e6).toFixed(1);
    rows.push({
      work: 'SVG of 100 000 marks, streamed',
      measured: `${ms(took)}, ${size} MB`,
      asked: '1000 ms',
      holds: took <= 1000,
      value: took,
    });
    const before = process.memoryUsage().rss;
    const million = await writing(plainMarks({ across: 1225, down: 817 }), source, file);
    const grown = (process.memoryUsage().rss - before) / 1e6;
    rows.push({
      work: 'SVG of a million marks',
      measured: `${ms(million)}, ${grown.toFixed(0)} MB more memory`,
      asked: 'memory not by their number',
      holds: grown < 400,
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  const all = circles();
  const settings = normalsOf(MARK_PARAMS) as MarkSettings;
  const joined = Math.min(...timed(2, () => void finished(joinOutlines(all, settings, PPI))));
  rows.push({
    work: '50 000 circles united',
    measured: ms(joined),
    asked: '3000 ms',
    holds: joined <= 3000,
    value: joined,
  });
  return rows;
}
