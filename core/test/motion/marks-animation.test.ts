import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkOutput, jobAtFrame, type Job } from '../../src/index.ts';
import { outputBytes } from '../outputs.ts';
import { screenOf } from '../screens.ts';
import { clipFrames, clipJob, key, moving, rollingDisc, track } from './moving-jobs.ts';

const [WIDTH, HEIGHT, FRAMES] = [240, 160, 6];
const pictures = clipFrames(WIDTH, HEIGHT, FRAMES, rollingDisc(WIDTH, FRAMES));
const marks = { shape: 'polygon', sides: 4, into: 'star', turnsBy: 'amount', fit: 'counts', across: 12, down: 8 };
const job = (settings: Parameters<typeof moving>[2] = {}): Job =>
  moving(
    clipJob(WIDTH, HEIGHT, FRAMES, 1, { screen: screenOf('marks', marks) }),
    [track('marks.turned', [key(0, 0), key(0.5, 1), key(1, 0)])],
    settings,
  );

const svgOf = async (own: Job) => Buffer.from(await outputBytes(own, { kind: 'clip-svg' }, pictures)).toString();
const stillOf = async (own: Job, frame: number) =>
  Buffer.from(await outputBytes(own, { kind: 'marks-svg', frame }, pictures)).toString();

/** The outlines of a file, in their order. */
const outlines = (svg: string): string[] => svg.match(/<(path|circle) [^>]*>/g) ?? [];
const groups = (svg: string): string[] => svg.split(/(?=<g id="drawing-\d+" )/).slice(1);

test('marks that move: every drawing holds the outlines of its still, in its time', async () => {
  const svg = await svgOf(job());
  expect(groups(svg)).toHaveLength(FRAMES);
  for (const [k, group] of groups(svg).entries()) {
    expect(outlines(group)).toEqual(outlines(await stillOf(job(), k)));
    const times = /keyTimes="([^"]*)"/.exec(group)![1]!.split(';').map(Number);
    const values = /values="([^"]*)"/.exec(group)![1]!.split(';');
    expect(times).toHaveLength(values.length);
    expect(times[values.indexOf('visible')]).toBeCloseTo(k / FRAMES, 3);
    expect(group).toContain('dur="1s" repeatCount="indefinite"');
  }
  // Squares have turned into stars in the middle, so that their outlines have more corners.
  expect(outlines(groups(svg)[3]!)[20]!.length).toBeGreaterThan(outlines(groups(svg)[0]!)[20]!.length);
});

test('a file without loop stays at its last drawing, and one of ink alone has no stock', async () => {
  const svg = await svgOf(job({ loop: false, ground: 'ink' }));
  expect(svg).toContain('fill="freeze"');
  expect(svg).not.toContain('<rect');
  expect(await svgOf(job())).toContain('<rect');
});

test('librsvg shows the first drawing, as it shows no animation', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'moving-'));
  try {
    const draw = (name: string, svg: string): Buffer => {
      const file = join(folder, `${name}.svg`);
      writeFileSync(file, svg);
      return execFileSync('rsvg-convert', ['-w', '300', file]);
    };
    const still = (await stillOf(job(), 0)).replace(
      /(<title>[^<]*<\/title>)/,
      `$1${/<rect[^>]*>/.exec(await svgOf(job()))![0]}`,
    );
    expect(draw('clip', await svgOf(job())).equals(draw('still', still))).toBe(true);
  } finally {
    rmSync(folder, { recursive: true });
  }
});

test('needs marks, and says so', () => {
  const dots = clipJob(WIDTH, HEIGHT, FRAMES, 1);
  expect(() => checkOutput(dots, { kind: 'clip-svg' })).toThrow('No pass prints marks');
});

test('a still of any frame goes through an output of stills, and a frame that is not there is refused', async () => {
  const own = job();
  const frame = await outputBytes(own, { kind: 'sheet', frame: 3 }, pictures);
  expect(frame).toEqual(await outputBytes(jobAtFrame(own, 3), { kind: 'sheet' }, pictures));
  expect(frame).not.toEqual(await outputBytes(own, { kind: 'sheet', frame: 0 }, pictures));
  expect(() => checkOutput(own, { kind: 'sheet', frame: FRAMES })).toThrow('there is no frame 6');
});
