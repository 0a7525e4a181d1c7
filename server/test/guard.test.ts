import { rmSync } from 'node:fs';
import { request as plainRequest } from 'node:http';
import { gzipSync } from 'node:zlib';
import { createJob, fillOf, withFill } from '@chromatype/core';
import request from 'supertest';
import sharp from 'sharp';
import { hostsServed } from '../src/guard/hosts.ts';
import { startApp, type TestApp } from './app.ts';

let server: TestApp;
let jobId: string;
beforeAll(async () => {
  server = await startApp();
  const { body } = await http()
    .post('/api/jobs')
    .send({ document: createJob('Guarded', 'p') });
  jobId = body.id;
});
afterAll(() => server.close());

const http = () => request(server.app.getHttpServer());

/** A request as it stands, whatever a client library would make of it. */
function raw(
  path: string,
  method: string,
  headers: Record<string, string>,
  body = '',
): Promise<{ status: number; text: string }> {
  const { port } = new URL(server.url());
  return new Promise((resolve, reject) => {
    const sending = plainRequest({ host: '127.0.0.1', port, path, method, headers }, (response) => {
      let text = '';
      response.on('data', (piece) => {
        text += piece;
      });
      response.on('end', () => resolve({ status: response.statusCode!, text }));
    });
    sending.on('error', reject);
    sending.end(body);
  });
}

describe('names that the server answers to', () => {
  test.each(['127.0.0.1', 'localhost', 'LOCALHOST:4310', 'localhost.:80', '[::1]:4310', '127.3.2.1:1'])(
    '%s',
    async (Host) => {
      expect((await raw('/api/jobs', 'GET', { Host })).status).toBe(200);
    },
  );

  test.each(['example.org', '127.0.0.1.example.org', 'localhost.example.org:4310', '10.0.0.1', 'a@127.0.0.1', '[::2]'])(
    'not "%s"',
    async (Host) => {
      for (const path of ['/api/jobs', '/api/runs/a/events', '/', '/api/docs']) {
        const { status, text } = await raw(path, 'GET', { Host });
        expect(status).toBe(421);
        expect(JSON.parse(text).message).toMatch(/^This server does not answer to the name ".*"\.$/);
      }
    },
  );

  test('and those that it was told', () => {
    expect([...hostsServed({ host: '192.0.2.7', hosts: ['press.local'] })]).toEqual(['192.0.2.7', 'press.local']);
    expect([...hostsServed({ host: '::', hosts: [] })]).toContain('127.0.0.1');
  });
});

describe('pages of other sites', () => {
  const foreign: readonly [string, Record<string, string>][] = [
    ['another origin', { Origin: 'http://example.org' }],
    ['another port', { Origin: 'http://127.0.0.1:1' }],
    ['an opaque origin', { Origin: 'null' }],
    ['another site', { 'Sec-Fetch-Site': 'cross-site' }],
    ['the same site but another origin', { 'Sec-Fetch-Site': 'same-site' }],
  ];
  test.each(foreign)('change nothing: %s', async (_, headers) => {
    const changes = [
      http()
        .post('/api/jobs')
        .send({ document: createJob('Foreign', 'p') }),
      http().delete(`/api/jobs/${jobId}`),
      http().post(`/api/jobs/${jobId}/restore`),
      http().post('/api/runs/a/cancel'),
      http().post('/api/runs/a/press'),
      http().post('/api/pictures?name=a.png').set('Content-Type', 'application/octet-stream').send(Buffer.from('x')),
      http().post('/api/session').send({ password: 'x' }),
    ];
    for (const change of changes) {
      const { status, body } = await change.set(headers);
      expect([status, body.message]).toEqual([
        403,
        expect.stringMatching(/^This request comes from a page of another site/),
      ]);
    }
    expect((await http().get('/api/jobs')).body).toHaveLength(1);
  });

  test.each(foreign)('read no data: %s', async (_, headers) => {
    expect((await http().get('/api/jobs').set(headers)).status).toBe(403);
    // A link may be followed from anywhere.
    expect(
      (
        await http()
          .get('/api/jobs')
          .set({ ...headers, 'Sec-Fetch-Mode': 'navigate' })
      ).status,
    ).toBe(200);
  });

  test('the own page and programs do as before', async () => {
    const own = { Origin: server.url(), 'Sec-Fetch-Site': 'same-origin' };
    const Host = new URL(server.url()).host;
    expect(
      (
        await http()
          .post(`/api/jobs/${jobId}/restore`)
          .set({ ...own, Host })
      ).status,
    ).toBe(201);
    expect((await http().post(`/api/jobs/${jobId}/restore`)).status).toBe(201);
  });
});

test.each([
  ['/api/pictures?name=a.png', 'text/plain'],
  ['/api/pictures?name=a.png', 'multipart/form-data; boundary=a'],
  ['/api/pictures?name=a.png', 'application/x-www-form-urlencoded'],
  ['/api/press', 'text/plain'],
  ['/api/jobs', 'text/plain'],
  ['/api/runs/a/cancel', 'text/plain'],
])('a body for %s is refused as %s', async (path, type) => {
  const { status, body } = await http().post(path).set('Content-Type', type).send('{}');
  expect([status, body.message]).toEqual([
    415,
    expect.stringMatching(/^The body of this request must be of the type .*\.$/),
  ]);
});

describe('what is sent wrongly is refused in a sentence', () => {
  const nested = (depth: number) => `{"document":${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}}`;
  const json = { 'Content-Type': 'application/json' };
  const sent = (path: string, method: string, body: string, headers: Record<string, string> = json) =>
    raw(path, method, { Host: 'localhost', ...headers, 'Content-Length': String(Buffer.byteLength(body)) }, body);
  const long = 'x'.repeat(5000);
  /** A job whose screen is of a family by that name. */
  const withFamily = (family: string) => {
    const job = createJob('A', 'p');
    return {
      ...job,
      passes: job.passes.map((pass) => withFill(pass, { screen: { ...fillOf(pass).screen, family: family as never } })),
    };
  };

  test.each<readonly [string, number, string | RegExp, () => ReturnType<typeof raw>]>([
    ['a document of 5000 levels', 400, /nests deeper than 64 levels/, () => sent('/api/jobs', 'POST', nested(5000))],
    ['no JSON', 400, 'The request is not valid JSON.', () => sent('/api/jobs', 'POST', '{"a')],
    ['9 MB', 413, 'This document is larger than 8 MB.', () => sent('/api/jobs', 'POST', `"${'a'.repeat(9e6)}"`)],
    [
      'a body that is not packed',
      400,
      /not packed as it says/,
      () => sent('/api/jobs', 'POST', '{"a":1}', { ...json, 'Content-Encoding': 'gzip' }),
    ],
    [
      'an unknown packing',
      415,
      /packed in an unknown way/,
      () => sent('/api/jobs', 'POST', '{}', { ...json, 'Content-Encoding': 'foo' }),
    ],
    [
      'another alphabet',
      415,
      /must be in UTF-8/,
      () => sent('/api/jobs', 'POST', '{}', { 'Content-Type': 'application/json; charset=foo' }),
    ],
    [
      'a name given twice',
      400,
      'The address gives "name" twice.',
      () => sent('/api/pictures?name=a.png&name=b.png', 'POST', 'x', { 'Content-Type': 'image/png' }),
    ],
    [
      'a field that is not known',
      400,
      'The request holds "surprise", which is not known here.',
      () => sent('/api/jobs', 'POST', '{"document":{},"surprise":1}'),
    ],
    [
      'a width that is none',
      400,
      /"width" must be a whole number/,
      () => raw(`/api/jobs/${jobId}/print.png?width=wide`, 'GET', { Host: 'localhost' }),
    ],
    [
      'no width',
      400,
      /"width" must be a whole number/,
      () => raw(`/api/jobs/${jobId}/print.png`, 'GET', { Host: 'localhost' }),
    ],
    [
      'an address of nothing',
      404,
      'There is nothing at this address.',
      () => raw('/api/nothing', 'GET', { Host: 'localhost' }),
    ],
    [
      'an address that cannot be read',
      400,
      /address of this request cannot be read/,
      () => raw('/api/jobs/%E0%A4%A', 'GET', { Host: 'localhost' }),
    ],
    [
      'a save without a version',
      400,
      /If-Match header/,
      () => sent(`/api/jobs/${jobId}`, 'PUT', JSON.stringify({ document: createJob('A', 'p') })),
    ],
    [
      'an output that is none',
      400,
      /"kind" must be one of/,
      () => sent(`/api/jobs/${jobId}/runs`, 'POST', `{"kind":"${long}"}`),
    ],
    [
      'a long wrong choice',
      422,
      /^"passes\[0\]\.fills\[0\]\.screen\.family" is "x{40}…"; it must be one of/,
      () => sent('/api/jobs', 'POST', JSON.stringify({ document: withFamily(long) })),
    ],
    [
      'a field with a long name',
      422,
      /^"x{40}…" is not a field of a job\.$/,
      () => sent('/api/jobs', 'POST', JSON.stringify({ document: { ...createJob('A', 'p'), [long]: 1 } })),
    ],
  ])('%s', async (_, status, sentence, work) => {
    const got = await work();
    const { message } = JSON.parse(got.text);
    expect(got.status).toBe(status);
    if (typeof sentence === 'string') expect(message).toBe(sentence);
    else expect(message).toMatch(sentence);
    expect(message).toMatch(/^[A-Z"][^\n]*\.$/);
    expect(message.length).toBeLessThan(400);
  });

  test('packed as it says, a document is taken', async () => {
    const body = gzipSync(JSON.stringify({ document: createJob('Packed', 'p') }));
    const answer = await http()
      .post('/api/jobs')
      .set({ ...json, 'Content-Encoding': 'gzip' })
      .serialize((x) => x as never)
      .send(body as never);
    expect(answer.status).toBe(201);
  });
});

describe('only an answer that holds content is kept for ever', () => {
  const upload = async () => {
    const png = await sharp({ create: { width: 1300, height: 700, channels: 3, background: '#765' } })
      .png()
      .toBuffer();
    const { body } = await http()
      .post('/api/pictures?name=a.png')
      .set('Content-Type', 'image/png')
      .send(png)
      .expect(201);
    return body.hash as string;
  };
  const cached = async (path: string) => {
    const { status, headers } = await http().get(path).buffer(false);
    return [status, headers['cache-control'], headers['content-type']];
  };

  test('content is', async () => {
    const hash = await upload();
    for (const part of ['pixels', 'levels/1', 'thumb.png']) {
      expect(await cached(`/api/pictures/${hash}/${part}`)).toEqual([
        200,
        expect.stringContaining('immutable'),
        expect.not.stringContaining('json'),
      ]);
    }
    expect((await cached(`/api/jobs/${jobId}/print.png?width=64`))[1]).toContain('immutable');
  });

  test.each([
    `/api/pictures/${'0'.repeat(64)}/pixels`,
    `/api/pictures/${'0'.repeat(64)}/thumb.png`,
    `/api/pictures/${'0'.repeat(64)}/levels/1`,
    '/api/jobs/none/print.png?width=64',
    '/api/jobs/none/print.png?width=1',
  ])('a refusal is not: %s', async (path) => {
    const [status, cache, type] = await cached(path);
    expect([400, 404]).toContain(status);
    expect([cache, type]).toEqual(['no-store', expect.stringContaining('application/json')]);
  });

  test('nor is a file that is missing', async () => {
    const hash = await upload();
    rmSync(`${server.data}/pictures/${hash.slice(0, 2)}/${hash}`, { recursive: true });
    for (const part of ['pixels', 'thumb.png']) {
      expect(await cached(`/api/pictures/${hash}/${part}`)).toEqual([
        500,
        'no-store',
        expect.stringContaining('application/json'),
      ]);
    }
  });
});
