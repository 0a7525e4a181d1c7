import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { PartWork } from '../parts/part-work.ts';
import { engineVersion } from '../queue/engine-version.ts';
import { DIGEST_HEADER, type Hello, VERSION_HEADER } from '../queue/names.ts';

/** The server says that nobody waits for a part any more. */
export class Gone extends Error {}

/** The server will never take this machine as it is, in one plain sentence. */
export class TurnedAway extends Error {}

/** A picture that a part needs. */
export interface NeededPicture {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly clip: boolean;
}

export interface FetchedPart {
  readonly work: PartWork;
  readonly pictures: readonly NeededPicture[];
}

/** Milliseconds that the server may take until it begins to answer. */
const PATIENCE = 30_000;

/** What a render machine asks of the server. */
export class ServerClient {
  constructor(
    private readonly address: string,
    private readonly secret: string,
  ) {}

  /** @throws Gone, TurnedAway, or Error where the server does not answer */
  private async ask(path: string, options: RequestInit = {}): Promise<Response> {
    const headers = {
      Authorization: `Bearer ${this.secret}`,
      [VERSION_HEADER]: engineVersion(),
      ...(options.headers as Record<string, string> | undefined),
    };
    const signal = options.body ? options.signal : AbortSignal.timeout(PATIENCE);
    const response = await fetch(`${this.address}/api/render/${path}`, { ...options, headers, signal });
    if (response.ok) return response;
    const text = await response.text().catch(() => '');
    let said = '';
    try {
      said = (JSON.parse(text) as { message?: string }).message ?? '';
    } catch {
      // An answer without a sentence.
    }
    const message = said || `The server answered with ${response.status}.`;
    if (response.status === 410) throw new Gone(message);
    if ([401, 404, 409].includes(response.status)) throw new TurnedAway(message);
    throw new Error(message);
  }

  async hello(): Promise<Hello> {
    return (await (await this.ask('hello')).json()) as Hello;
  }

  async part(id: string): Promise<FetchedPart> {
    return (await (await this.ask(`parts/${id}`)).json()) as FetchedPart;
  }

  /** Whether somebody still waits for a part; true where the server does not answer. */
  async isWanted(id: string): Promise<boolean> {
    try {
      await this.ask(`parts/${id}`, { method: 'HEAD' });
      return true;
    } catch (error) {
      return !(error instanceof Gone);
    }
  }

  /** Fetches a file of a picture; it appears only when it is whole. */
  async picture(hash: string, part: string, file: string): Promise<void> {
    const response = await this.ask(`pictures/${hash}/${part}`);
    const partial = `${file}.${process.pid}.partial`;
    try {
      await pipeline(Readable.fromWeb(response.body as never), createWriteStream(partial));
      const length = response.headers.get('content-length');
      if (length !== null && (await stat(partial)).size !== Number(length))
        throw new Error('A picture came in cut short.');
      await rename(partial, file);
    } finally {
      await rm(partial, { force: true });
    }
  }

  /** Sends the file of a finished part. */
  async send(id: string, file: string): Promise<void> {
    const hash = createHash('sha256');
    await pipeline(createReadStream(file), hash);
    const { size } = await stat(file);
    await this.ask(`parts/${id}`, {
      method: 'PUT',
      body: Readable.toWeb(createReadStream(file)) as never,
      // What is sent as a stream is sent in one direction.
      ...({ duplex: 'half' } as object),
      headers: {
        'Content-Type': 'application/octet-stream',
        'Content-Length': String(size),
        [DIGEST_HEADER]: hash.digest('hex'),
      },
    });
  }
}
