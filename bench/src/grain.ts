import { execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import {
  createKernels,
  createSharedPlate,
  type GrainSettings,
  type Job,
  memorySource,
  packRows,
  sharePlate,
  fillOf,
  withFill,
} from '@chromatype/core';
import type { FloydWork } from './floyd-thread.ts';
import { HEIGHT, plateJob, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

const TIMES = 5;

/** A job whose one pass prints grain. */
function grainJob(grain: Partial<GrainSettings>): Job {
  const job = plateJob();
  const pass = job.passes[0]!;
  const { screen } = fillOf(pass);
  const own = { ...screen, family: 'grain' as const, grain: { ...screen.grain, ...grain } };
  return { ...job, passes: [withFill(pass, { screen: own })] };
}

/** Median seconds of Pillow's Floyd–Steinberg on the same picture, timed inside the interpreter. */
function pillow(raw: string): number {
  const script = `
import sys, time
from PIL import Image
im = Image.frombytes('L', (${WIDTH}, ${HEIGHT}), open(sys.argv[1], 'rb').read())
times = []
for _ in range(${TIMES}):
    t = time.perf_counter()
    im.convert('1')
    times.append(time.perf_counter() - t)
print(sorted(times)[${Math.floor(TIMES / 2)}] * 1000)`;
  return Number(execFileSync('/usr/bin/python3', ['-c', script, raw], { encoding: 'utf8' }));
}

/** Grain plates of a 24-megapixel grey picture beside netpbm and Pillow, in one run. */
export async function grainRows(grey: Uint8Array, folder: string): Promise<Row[]> {
  const kernels = createKernels();
  const shared = new SharedArrayBuffer(grey.length);
  new Uint8Array(shared).set(grey);
  const source = memorySource(WIDTH, HEIGHT, 1, new Uint8Array(shared));
  const plate = (job: Job) => () => packRows(kernels, job, job.passes[0]!, () => source);
  const measure = (job: Job) => {
    timed(3, plate(job));
    return median(timed(TIMES, plate(job)));
  };

  const pgm = join(folder, 'grey.pgm');
  writeFileSync(pgm, Buffer.concat([Buffer.from(`P5\n${WIDTH} ${HEIGHT}\n255\n`), grey]));
  const netpbm = (program: string, ...args: string[]) =>
    median(timed(TIMES, () => execFileSync(program, [...args, pgm], { maxBuffer: 1e8 })));
  const clustered = netpbm('pamditherbw', '-cluster8');
  const reading = netpbm('pamfile');
  const ordered: Row[] = (['clustered-8', 'bayer-8', 'blue-noise'] as const).map((method) => {
    const mine = measure(grainJob({ method }));
    return {
      work: `${method} plate, 24 MP, one thread, beside netpbm's clustered 8 × 8`,
      measured: `${ms(mine)} : ${ms(clustered)} = ${(clustered / mine).toFixed(1)} ×`,
      asked: '10 ×',
      holds: clustered / mine >= 10,
      value: clustered / mine,
      more: true,
    };
  });

  const floyd = grainJob({ method: 'floyd-steinberg', serpentine: false });
  const one = measure(floyd);
  const work: FloydWork = { job: floyd, picture: shared, width: WIDTH, height: HEIGHT };
  const second = new Worker(new URL('./floyd-thread.js', import.meta.url), { workerData: work });
  await once(second, 'message');
  const twoThreads = async () => {
    const memory = createSharedPlate(floyd);
    const done = once(second, 'message');
    second.postMessage(memory);
    sharePlate({ kernels, pictures: () => source }, floyd, floyd.passes[0]!, memory, 0);
    await done;
    return new Uint8Array(memory.plate);
  };
  const together: number[] = [];
  for (let k = 0; k < 3 + TIMES; k++) {
    const start = performance.now();
    const made = await twoThreads();
    if (k >= 3) together.push(performance.now() - start);
    if (k === 0 && Buffer.compare(made, plate(floyd)()) !== 0) throw new Error('Two threads made another plate.');
  }
  await second.terminate();
  const two = median(together);
  const theirs = pillow(join(folder, 'grey.raw'));
  const row = (threads: string, mine: number, asked: number): Row => ({
    work: `Floyd–Steinberg plate, 24 MP, ${threads}, beside Pillow`,
    measured: `${ms(mine)} : ${ms(theirs)} = ${(theirs / mine).toFixed(2)} ×`,
    asked: `${asked} ×`,
    holds: theirs / mine >= asked,
    value: theirs / mine,
    more: true,
  });
  return [
    ...ordered,
    { work: '  of which: netpbm only reading', measured: ms(reading), asked: '(for information)', holds: true },
    row('one thread', one, 1),
    row('two threads', two, 1.5),
  ];
}
