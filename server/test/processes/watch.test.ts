import { spawn } from 'node:child_process';
import { lostIn } from '../../../bench/src/processes/control.ts';
import { jobOf } from '../../../bench/src/processes/requests.ts';
import { whileWatching } from '../../../bench/src/processes/watch.ts';

/** A server that answers at once, but holds its only thread for a second at the twentieth question. */
const HOLDS = `
let asked = 0;
const server = require('node:http').createServer((_, response) => {
  const end = Date.now() + (++asked === 20 ? 1000 : 0);
  while (Date.now() < end);
  response.setHeader('Content-Type', 'application/json');
  response.end('{}');
});
server.listen(0, '127.0.0.1', () => console.log(server.address().port));
`;

test('a server that holds its thread is told from a machine that is slow', async () => {
  const child = spawn(process.execPath, ['-e', HOLDS], { stdio: ['ignore', 'pipe', 'inherit'] });
  try {
    const port = await new Promise<number>((resolve) => child.stdout.on('data', (text) => resolve(Number(text))));
    const watched = { id: 'a', document: jobOf('Watched'), version: 1 };
    const server = { url: `http://127.0.0.1:${port}`, pid: child.pid! };
    const { save, shelf, beyond } = await whileWatching(server, watched, async () => {
      while (watched.version < 15) await new Promise((resolve) => setTimeout(resolve, 50));
    });
    // The twentieth question is for the Shelf, since saves and lists take turns.
    expect(shelf).toBeGreaterThanOrEqual(990);
    expect(beyond.shelf).toBeGreaterThan(500);
    expect(beyond.save).toBeLessThanOrEqual(save);
    expect(beyond.save).toBeLessThan(500);
  } finally {
    child.kill('SIGKILL');
  }
});

test('time is lost where the control had none, and only within the moments that are asked for', () => {
  // Turns of 35 ms are usual.
  const turns = [0, 35, 70, 570, 605].map((from, k) => ({ from, to: [35, 70, 570, 605, 700][k]! }));
  expect(lostIn(turns, 0, 70)).toBe(0);
  expect(lostIn(turns, 0, 700)).toBe(465 + 60);
  expect(lostIn(turns, 200, 300)).toBe(100);
  expect(lostIn(turns, 70, 105)).toBe(0);
});
