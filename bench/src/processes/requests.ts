import { createJob, filePicture, type Job, withFill, fillOf } from '@chromatype/core';

/** An answer: its status, and its body read as JSON. */
export interface Answer {
  readonly status: number;
  // biome-ignore lint/suspicious/noExplicitAny: tests look into answers of every kind.
  readonly body: any;
  readonly headers: Headers;
}

/** Asks a server for something. */
export async function ask(
  url: string,
  method = 'GET',
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const type = body instanceof Uint8Array ? 'application/octet-stream' : 'application/json';
  const sent = body === undefined ? {} : { body: body instanceof Uint8Array ? body : JSON.stringify(body) };
  const response = await fetch(url, {
    method,
    // A connection of its own: one that is kept is closed by the server while a test computes.
    headers: { Connection: 'close', ...(body === undefined ? {} : { 'Content-Type': type }), ...headers },
    ...(sent as RequestInit),
  });
  const text = await response.text();
  return {
    status: response.status,
    body: response.headers.get('content-type')?.includes('json') ? JSON.parse(text) : text,
    headers: response.headers,
  };
}

/** A job that prints a made sheet of so many mm; 60 take a moment, 1000 take seconds. */
export function jobOf(title: string, mm = 60): Job {
  const job = createJob(title, 'p');
  return { ...job, sheet: { ...job.sheet, width: mm, height: mm } };
}

/** The same with a stored picture in its pass. */
export function jobWith(title: string, mm: number, picture: { hash: string; width: number; height: number }): Job {
  const job = jobOf(title, mm);
  return {
    ...job,
    pictures: [filePicture({ id: 'a', name: 'a', hash: picture.hash, width: picture.width, height: picture.height })],
    passes: job.passes.map((pass) => withFill(pass, { feed: { ...fillOf(pass).feed, picture: 'a' } })),
  };
}

/** Waits until something holds. @throws when it does not within the time */
export async function until(what: () => Promise<boolean> | boolean, seconds = 20): Promise<void> {
  const end = Date.now() + 1000 * seconds;
  while (!(await what())) {
    if (Date.now() > end) throw new Error(`This did not come true within ${seconds} seconds: ${what}`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}
