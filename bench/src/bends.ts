import {
  type Bend,
  createKernels,
  fillOf,
  type Job,
  memorySource,
  newBend,
  printBands,
  withFill,
} from '@chromatype/core';
import { HEIGHT, plateJob, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

const TIMES = 3;
/** Milliseconds that a plate of a bent screen may take. */
const ASKED = 1000;

/** The job of the plate's row, bent. */
function bentJob(kind: string, settings: object, screen: object = {}): Job {
  const job = plateJob();
  const pass = job.passes[0]!;
  const fill = fillOf(pass);
  const own = newBend(kind, job.sheet);
  const bend: Bend = { ...own, settings: { ...own.settings, ...settings } };
  return { ...job, passes: [withFill(pass, { screen: { ...fill.screen, ...screen }, bend: [bend] })] };
}

const CASES: readonly (readonly [string, Job])[] = [
  ['dots in a swirl', bentJob('swirl', { turn: 120, reach: 200 })],
  ['dots in a wave', bentJob('wave', { length: 60, height: 5, direction: 30 })],
  ['lines in a swirl', bentJob('swirl', { turn: 120, reach: 200 }, { family: 'lines' })],
];

/** Plates of bent screens, 24 megapixels each, on one thread. */
export function bendRows(grey: Uint8Array): Row[] {
  const source = memorySource(WIDTH, HEIGHT, 1, grey);
  const kernels = createKernels();
  return CASES.map(([name, job]): Row => {
    const plate = () => {
      let bytes = 0;
      for (const band of printBands({ kernels, pictures: () => source }, job, job.passes))
        bytes += band.plates[0]!.data.length;
      if (bytes !== (WIDTH / 8) * HEIGHT) throw new Error('The plate is incomplete.');
    };
    timed(1, plate);
    const took = median(timed(TIMES, plate));
    return {
      work: `plate of ${name}, 24 MP, 60 lpi, one thread`,
      measured: ms(took),
      asked: ms(ASKED),
      holds: took <= ASKED,
      value: took,
    };
  });
}
