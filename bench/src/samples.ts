import {
  createJob,
  createKernels,
  fillOf,
  planPass,
  withFill,
  DOT_SHAPES,
  GRAIN_METHODS,
  LATTICES,
  LINE_KINDS,
  memorySource,
  type Screen,
  filePicture,
  MM_PER_INCH,
} from '@chromatype/core';
import { median, ms, type Row, timed } from './statistics.ts';

const SIDE = 30;
const TIMES = 60;

/** Screens of every cell that the Screen station shows. */
function screens(normal: Screen): readonly (readonly [string, Screen])[] {
  const { dots, lines, grain } = normal;
  return [
    ...DOT_SHAPES.map((d) => [d.name, { ...normal, dots: { ...dots, shape: d.name } }] as const),
    ...LATTICES.map((l) => [l.name, { ...normal, dots: { ...dots, lattice: l.name } }] as const),
    ...LINE_KINDS.map((k) => [k.name, { ...normal, family: 'lines', lines: { ...lines, kind: k.name } }] as const),
    ...GRAIN_METHODS.map((m) => [m.name, { ...normal, family: 'grain', grain: { ...grain, method: m.name } }] as const),
  ];
}

/** The slowest cell of the Screen station: compiled and printed as a sample of 30 × 30 pixels. */
export function sampleRows(): Row[] {
  const kernels = createKernels();
  const job = createJob('samples', 'p');
  const mm = (SIDE / 300) * MM_PER_INCH;
  const sheet = { ...job.sheet, width: mm, height: mm, ppi: 300 };
  const pictures = [filePicture({ id: 'a', name: 'a', hash: '0'.repeat(64), width: SIDE, height: SIDE })];
  const source = memorySource(SIDE, SIDE, 1, new Uint8Array(SIDE * SIDE).fill(128));
  const first = job.passes[0]!;
  const pass = withFill(first, { feed: { ...fillOf(first).feed, picture: 'a' } });
  const area = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 };
  const took = screens({ ...fillOf(pass).screen, frequency: { value: 14, per: 'px' } }).map(([name, screen]) => {
    let angle = 0;
    const times = timed(TIMES, () => {
      angle += 0.37;
      const turned = withFill(pass, { screen: { ...screen, angle } });
      const small = { ...job, sheet, pictures, passes: [turned] };
      const plan = planPass({ kernels, pictures: () => source }, small, turned, { draft: true, piecemeal: true });
      plan.plate.read(area);
      plan.release();
    });
    return { name, time: median(times) };
  });
  const slowest = took.reduce((a, b) => (b.time > a.time ? b : a));
  return [
    {
      work: `station sample, slowest of ${took.length} cells (${slowest.name}), compiled anew each time`,
      measured: ms(slowest.time),
      asked: '5 ms',
      holds: slowest.time <= 5,
      value: slowest.time,
    },
  ];
}
