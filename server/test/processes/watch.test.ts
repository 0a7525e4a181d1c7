import { spawn } from 'node:child_process';
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
