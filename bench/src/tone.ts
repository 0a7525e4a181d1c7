import { createKernels, DEFAULT_TONE, type Job, memorySource, planPass, type Tone, withFill } from '@chromatype/core';
import { HEIGHT, plateJob, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

const TIMES = 3;
const BAND = 256;

/** One operation of the Tone station, and the most milliseconds it may take on 24 megapixels. */
const OPERATIONS: readonly { readonly name: string; readonly tone: Partial<Tone>; readonly most: number }[] = [
  { name: 'ends, middle, contrast', tone: { lights: 0.05, darks: 0.9, middle: 1.3, contrast: 0.3 }, most: 150 },
  {
    name: 'free curve',
    tone: {
      curve: [
        { x: 0, y: 0 },
        { x: 0.4, y: 0.3 },
        { x: 1, y: 1 },
      ],
    },
    most: 150,
  },
  { name: 'dot gain', tone: { gain: 0.2 }, most: 150 },
  { name: 'steps and invert', tone: { steps: 6, invert: true }, most: 150 },
  { name: 'blocks', tone: { blocks: 200 }, most: 150 },
  { name: 'soften 0.3 mm', tone: { soften: 0.3 }, most: 150 },
  { name: 'sharpen', tone: { sharpen: 1 }, most: 150 },
  { name: 'local contrast, 8 mm', tone: { local: 0.6 }, most: 600 },
  { name: 'soften 8 mm', tone: { soften: 8 }, most: 600 },
];

/** What each operation adds to reading the light of a 24-megapixel grey picture and giving tones, on one thread. */
export function toneRows(grey: Uint8Array): Row[] {
  const kernels = createKernels();
  const source = memorySource(WIDTH, HEIGHT, 1, grey);
  const base = plateJob();
  const run = (part: Partial<Tone>) => {
    const pass = withFill(base.passes[0]!, { tone: { ...DEFAULT_TONE, meaning: 'even', ...part } });
    const job: Job = { ...base, passes: [pass] };
    const plan = planPass({ kernels, pictures: () => source }, job, pass);
    const all = () => {
      for (let y = 0; y < HEIGHT; y += BAND) {
        const area = { x: 0, y, width: WIDTH, height: Math.min(BAND, HEIGHT - y), step: 1 };
        plan.plate.read(area);
      }
    };
    timed(1, all);
    const took = median(timed(TIMES, all));
    plan.release();
    return took;
  };
  const plain = run({});
  return OPERATIONS.map(({ name, tone, most }) => {
    const took = Math.max(0, run(tone) - plain);
    const work = `Tone, 24 MP, one thread: ${name}`;
    return { work, measured: ms(took), asked: `${most} ms`, holds: took <= most, value: took };
  });
}
