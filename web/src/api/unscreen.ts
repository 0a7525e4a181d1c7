import type { PixelRegion } from '@chromatype/core';
import { askForPassword } from '../access/access-store.ts';
import { Refused } from './http.ts';
import type { StoredPicture } from './pictures.ts';

type Line = { readonly share: number } | { readonly picture: StoredPicture } | { readonly message: string };

/** Lines of an answer as they come in. */
async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<Line> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const lines = (rest + value).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line !== '') yield JSON.parse(line) as Line;
  }
}

/**
 * Has the server take the screen out of a stored scan and answers with the picture without it. `progress` hears the share
 * done; aborting the signal ends the work.
 * @throws Refused with the server's sentence
 */
export async function unscreenPicture(
  hash: string,
  asked: { readonly region?: PixelRegion; readonly ppi?: number },
  progress: (share: number) => void,
  signal: AbortSignal,
): Promise<StoredPicture> {
  let response: Response;
  try {
    response = await fetch(`/api/pictures/${hash}/unscreened`, {
      method: 'POST',
      body: JSON.stringify(asked),
      headers: { 'Content-Type': 'application/json' },
      signal,
    });
  } catch (error) {
    throw signal.aborted ? error : new Refused(0, 'The server does not answer; try again when it does.');
  }
  if (response.status === 401) askForPassword();
  if (!response.ok || !response.body) {
    const { message } = (await response.json().catch(() => ({}))) as { message?: string };
    throw new Refused(response.status, message ?? 'The server refused this.');
  }
  for await (const line of linesOf(response.body)) {
    if ('share' in line) progress(line.share);
    else if ('picture' in line) return line.picture;
    else throw new Refused(422, line.message);
  }
  throw new Refused(0, 'The server broke off; try again.');
}
