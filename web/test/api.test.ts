import { json, Refused, request } from '../src/api/http.ts';
import { jobs } from '../src/api/jobs.ts';
import { MOST_BYTES, uploadPicture } from '../src/api/pictures.ts';
import { isOver, type Run, runs } from '../src/api/runs.ts';

const seen: { url: string; options: RequestInit }[] = [];
const answerWith = (status: number, body: unknown): void => {
  globalThis.fetch = (async (url: string, options: RequestInit = {}) => {
    seen.push({ url, options });
    return { ok: status < 300, status, json: async () => body };
  }) as unknown as typeof fetch;
};

beforeEach(() => {
  seen.length = 0;
});

describe('the server as the interface sees it', () => {
  test('answers are read, and refusals carry the sentence of the server', async () => {
    answerWith(200, { a: 1 });
    expect(await request('/x')).toEqual({ a: 1 });
    expect(seen[0]!.url).toBe('/api/x');
    answerWith(422, { message: '"title" must be text.', field: 'title' });
    const refused = await request('/x').catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(Refused);
    expect(refused).toMatchObject({ status: 422, message: '"title" must be text.', body: { field: 'title' } });
  });

  test('no answer is a refusal of its own', async () => {
    globalThis.fetch = (() => Promise.reject(new TypeError('no wire'))) as unknown as typeof fetch;
    expect(await request('/x').catch((e: unknown) => e)).toMatchObject({
      status: 0,
      message: expect.stringContaining('does not answer'),
    });
  });

  test('an empty answer is nothing, and an unreadable refusal still says something', async () => {
    answerWith(204, null);
    expect(await jobs.remove('a')).toBeUndefined();
    globalThis.fetch = (async () => ({
      ok: false,
      status: 500,
      json: () => Promise.reject(new SyntaxError()),
    })) as unknown as typeof fetch;
    expect(await request('/x').catch((e: unknown) => e)).toMatchObject({
      status: 500,
      message: 'The server refused this.',
    });
  });

  test('a save names the version it grew from', async () => {
    answerWith(200, { version: 8 });
    await jobs.save('abc', 7, { title: 'x' } as never);
    expect(seen[0]).toMatchObject({
      url: '/api/jobs/abc',
      options: { method: 'PUT', headers: { 'If-Match': '"7"', 'Content-Type': 'application/json' } },
    });
    expect(json('POST', { a: 1 }).body).toBe('{"a":1}');
    expect(jobs.printUrl({ id: 'abc', version: 7 }, 240)).toBe('/api/jobs/abc/print.png?width=240&v=7');
  });

  test('a file that is too large is not even sent', async () => {
    const file = { size: MOST_BYTES + 1, name: 'big.tif' } as File;
    await expect(uploadPicture(file, () => {})).rejects.toThrow(/larger than 100 MB/);
  });
});

describe('runs', () => {
  test('are followed until they are over', () => {
    const closed: boolean[] = [];
    let tell: (data: Partial<Run>) => void = () => {};
    class Events {
      onmessage: ((event: { data: string }) => void) | null = null;
      constructor(readonly url: string) {
        tell = (data) => this.onmessage!({ data: JSON.stringify(data) });
      }
      close(): void {
        closed.push(true);
      }
    }
    Object.assign(globalThis, { EventSource: Events });
    const states: string[] = [];
    runs.watch('r1', (run) => states.push(run.state));
    tell({ id: 'r1', state: 'queued' });
    tell({ id: 'r1', state: 'running', progress: 0.5 });
    expect(closed).toEqual([]);
    tell({ id: 'r1', state: 'done', progress: 1 });
    expect(states).toEqual(['queued', 'running', 'done']);
    expect(closed).toEqual([true]);
  });

  test.each([
    ['queued', false],
    ['running', false],
    ['done', true],
    ['failed', true],
    ['cancelled', true],
  ] as const)('%s is over: %s', (state, over) => {
    expect(isOver({ state } as Run)).toBe(over);
  });
});
