import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { turbulence } from '../../bench/src/processes/bombs.ts';
import { familyOf } from '../../bench/src/processes/watch.ts';
import { GivenUp, Lane } from '../src/sandbox/lane.ts';

const folder = mkdtempSync(join(tmpdir(), 'chromatype-lane-'));
const lanes: Lane[] = [];
afterAll(() => {
  for (const lane of lanes) lane.close();
  rmSync(folder, { recursive: true });
});

const BOUNDS = { seconds: 20, what: 'picture' };
const input = { file: join(folder, 'a.png'), name: 'a.png', folder };
beforeAll(async () => {
  writeFileSync(
    input.file,
    await sharp({ create: { width: 30, height: 20, channels: 3, background: '#357' } })
      .png()
      .toBuffer(),
  );
});

function newLane(megabytes: number): Lane {
  lanes.push(new Lane(megabytes));
  return lanes.at(-1)!;
}

const children = () => familyOf(process.pid).filter((pid) => pid !== process.pid);

test('tasks go one after the other through one process, which is replaced when somebody else ends it', async () => {
  const lane = newLane(500);
  const before = children();
  const facts = await Promise.all([1, 2, 3].map(() => lane.run('storePicture', input, BOUNDS)));
  expect(facts.map(({ width }) => width)).toEqual([30, 30, 30]);
  const [child, ...more] = children().filter((pid) => !before.includes(pid));
  expect(more).toEqual([]);
  process.kill(child!, 'SIGKILL');
  await new Promise((resolve) => setTimeout(resolve, 200));
  expect(await lane.run('storePicture', input, BOUNDS)).toMatchObject({ width: 30, height: 20 });
});

test('a task that takes too long or too much is given up in one sentence, and the next one is done', async () => {
  const slow = newLane(500);
  await expect(slow.run('storePicture', input, { ...BOUNDS, seconds: 0.01 })).rejects.toThrow(/takes too long to read/);
  expect(await slow.run('storePicture', input, BOUNDS)).toMatchObject({ width: 30 });
  // Less than the process needs to start.
  await expect(newLane(20).run('storePicture', input, BOUNDS)).rejects.toThrow(GivenUp);
});

test('what waits when the lane is closed is refused', async () => {
  const lane = newLane(500);
  const waiting = [lane.run('storePicture', input, BOUNDS), lane.run('storePicture', input, BOUNDS)];
  const refused = Promise.all(waiting.map((work) => work.catch((error: Error) => error.message)));
  await new Promise((resolve) => setTimeout(resolve, 50));
  lane.close();
  for (const message of await refused) expect(message).toMatch(/^The server is ending/);
});

test('a drawing that never ends is given up, and this process goes on meanwhile', async () => {
  writeFileSync(join(folder, 'noise.svg'), turbulence(40));
  let longest = 0;
  let last = performance.now();
  const ticks = setInterval(() => {
    longest = Math.max(longest, performance.now() - last);
    last = performance.now();
  }, 10);
  const start = performance.now();
  const drawing = newLane(500).run(
    'storePicture',
    { ...input, file: join(folder, 'noise.svg'), name: 'noise.svg' },
    { seconds: 3, what: 'drawing' },
  );
  await expect(drawing).rejects.toThrow(/^This drawing takes too long to read/);
  clearInterval(ticks);
  expect(performance.now() - start).toBeLessThan(4500);
  expect(longest).toBeLessThan(500);
});
