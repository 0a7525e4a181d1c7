import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { isSession, newSession } from '../../src/access/password-file.ts';
import { ask, jobOf } from '../../../bench/src/processes/requests.ts';
import { setPassword, sharedServer } from '../../../bench/src/processes/shared-server.ts';
import { processes } from './servers.ts';

const all = processes();
afterAll(() => all.clear());

const PASSWORD = 'kite over harbour';

const shared: Awaited<ReturnType<typeof sharedServer>>[] = [];
afterAll(() => Promise.all(shared.map((server) => server.stop())));

/** The address of a server that serves others. */
async function openServer(): Promise<string> {
  shared.push(await sharedServer(PASSWORD));
  return shared.at(-1)!.address;
}

const cookieOf = (headers: Headers) => headers.get('set-cookie')!;

test('beyond this machine a server asks for its password before any data', async () => {
  const url = await openServer();
  for (const path of ['/api/jobs', '/api/runs', '/api/pictures/a', '/api/docs', '/API/jobs', '/api/session/../jobs']) {
    expect(await ask(`${url}${path}`)).toMatchObject({
      status: 401,
      body: { message: expect.stringMatching(/^Sign in/) },
    });
  }
  expect((await ask(`${url}/api/jobs`, 'POST', { document: jobOf('Nobody') })).status).toBe(401);
  expect((await ask(`${url}/api/session`)).body).toEqual({ needed: true, signedIn: false });

  const wrong = await ask(`${url}/api/session`, 'POST', { password: 'kite over harbor' });
  expect([wrong.status, wrong.body.message]).toEqual([401, 'This is not the password of this server.']);
  const right = await ask(`${url}/api/session`, 'POST', { password: PASSWORD });
  expect(right.status).toBe(200);
  const cookie = cookieOf(right.headers);
  expect(cookie).toMatch(/HttpOnly/);
  expect(cookie).toMatch(/SameSite=Strict/);
  const Cookie = cookie.split(';')[0]!;
  expect((await ask(`${url}/api/jobs`, 'GET', undefined, { Cookie })).status).toBe(200);
  expect((await ask(`${url}/api/session`, 'GET', undefined, { Cookie })).body).toEqual({
    needed: true,
    signedIn: true,
  });
  for (const forged of [
    `${Cookie}x`,
    Cookie.replace(/=\d/, '=9'),
    'chromatype-session=',
    'chromatype-session=9999999999999.a.b',
  ]) {
    expect((await ask(`${url}/api/jobs`, 'GET', undefined, { Cookie: forged })).status).toBe(401);
  }
});

test('guessing is slowed down, and says for how long', async () => {
  const url = await openServer();
  const answers = [];
  for (let k = 0; k < 12; k++) answers.push(await ask(`${url}/api/session`, 'POST', { password: `guess ${k}` }));
  expect(answers.slice(0, 10).map(({ status }) => status)).toEqual(Array(10).fill(401));
  expect(answers[0]!.headers.get('x-ratelimit-limit')).toBe('10');
  expect(answers[10]).toMatchObject({
    status: 429,
    body: {
      message: expect.stringMatching(/^There were more than 10 sign-ins in a minute; try again in \d+ seconds\.$/),
    },
  });
  expect(Number(answers[10]!.headers.get('retry-after'))).toBeGreaterThan(0);
});

test('uploads, runs and the press are limited, generously, and each answer says by how much', async () => {
  const url = await all.start(all.folder()).ready;
  const first = await ask(`${url}/api/pictures?name=a.png`, 'POST', new Uint8Array([1]));
  expect([first.headers.get('x-ratelimit-limit'), first.headers.get('x-ratelimit-remaining')]).toEqual(['300', '299']);
  const more = await Promise.all(
    Array.from({ length: 130 }, () => ask(`${url}/api/jobs/none/runs`, 'POST', { kind: 'sheet' })),
  );
  const refused = more.filter(({ status }) => status === 429);
  expect(refused).toHaveLength(10);
  expect(refused[0]!.body.message).toMatch(/^There were more than 120 runs in a minute; try again in \d+ seconds\.$/);
  // Saves are not counted.
  expect((await ask(`${url}/api/jobs`)).headers.get('x-ratelimit-limit')).toBeNull();
}, 30_000);

test('only the hash of a password is kept, for its owner alone, and a new one ends all sessions', async () => {
  const data = all.folder();
  await setPassword(data, PASSWORD);
  const file = join(data, 'password.json');
  expect(readFileSync(file, 'utf8')).not.toContain('kite');
  expect(statSync(file).mode & 0o077).toBe(0);
  const session = newSession(data);
  expect(isSession(data, session)).toBe(true);
  expect(isSession(data, session, Date.now() + 31 * 86_400_000)).toBe(false);
  await setPassword(data, 'another long word');
  expect(isSession(data, session)).toBe(false);
  expect(await setPassword(data, 'short')).toBe(2);
});
