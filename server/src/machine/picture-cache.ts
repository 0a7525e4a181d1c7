import { existsSync } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { StoredPicture } from '../render/file-source.ts';
import type { NeededPicture, ServerClient } from './server-client.ts';

interface Kept {
  bytes: number;
  used: number;
  /** Parts that read it now. */
  readers: number;
  fetching: Promise<void>;
}

/** Pictures that a render machine has fetched, by their hashes: those that were used last, as many bytes as it may keep. */
export class PictureCache {
  private readonly kept = new Map<string, Kept>();
  private clock = 0;

  constructor(
    private readonly folder: string,
    private readonly mostBytes: number,
    private readonly server: Pick<ServerClient, 'picture'>,
  ) {}

  /** Takes up what an earlier process has fetched. */
  async open(): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    for (const hash of await readdir(this.folder)) {
      const files = await readdir(join(this.folder, hash)).catch((): string[] => []);
      // What was not fetched whole begins anew.
      if (!files.includes('pixels') || files.some((name) => name.endsWith('.partial'))) {
        await rm(join(this.folder, hash), { recursive: true, force: true });
        continue;
      }
      const kept = { bytes: await this.bytesOf(hash), used: ++this.clock, readers: 0, fetching: Promise.resolve() };
      this.kept.set(hash, kept);
    }
  }

  private async bytesOf(hash: string): Promise<number> {
    const files = await readdir(join(this.folder, hash));
    const sizes = await Promise.all(files.map(async (name) => (await stat(join(this.folder, hash, name))).size));
    return sizes.reduce((a, b) => a + b, 0);
  }

  private async fetch(hash: string, clip: boolean): Promise<void> {
    const folder = join(this.folder, hash);
    await mkdir(folder, { recursive: true });
    for (const part of clip ? ['frames', 'index', 'pixels'] : ['pixels']) {
      const file = join(folder, part);
      if (!existsSync(file)) await this.server.picture(hash, part, file);
    }
  }

  /** Has pictures ready for a part, works with them, and lets go of what is too much afterwards. */
  async with<T>(
    needed: readonly NeededPicture[],
    work: (pictures: readonly StoredPicture[]) => Promise<T>,
  ): Promise<T> {
    const held = needed.map(({ hash, clip }) => {
      const known = this.kept.get(hash);
      const kept = known ?? { bytes: 0, used: 0, readers: 0, fetching: this.fetch(hash, clip) };
      this.kept.set(hash, kept);
      kept.used = ++this.clock;
      kept.readers++;
      return { hash, kept };
    });
    try {
      for (const { hash, kept } of held) {
        try {
          await kept.fetching;
        } catch (error) {
          this.kept.delete(hash);
          throw error;
        }
        kept.bytes = await this.bytesOf(hash);
      }
      return await work(needed.map((picture) => this.stored(picture)));
    } finally {
      for (const { kept } of held) kept.readers--;
      await this.shrink();
    }
  }

  private stored({ hash, width, height, channels, clip }: NeededPicture): StoredPicture {
    const at = (name: string) => join(this.folder, hash, name);
    const frames = { frames: at('frames'), index: at('index'), small: at('small') };
    return { hash, width, height, channels, file: at('pixels'), clip: clip ? frames : null };
  }

  /** Bytes that are kept. */
  get bytes(): number {
    return [...this.kept.values()].reduce((sum, kept) => sum + kept.bytes, 0);
  }

  private async shrink(): Promise<void> {
    const idle = [...this.kept].filter(([, kept]) => kept.readers === 0).sort(([, a], [, b]) => a.used - b.used);
    for (const [hash] of idle) {
      if (this.bytes <= this.mostBytes) return;
      this.kept.delete(hash);
      await rm(join(this.folder, hash), { recursive: true, force: true });
    }
  }
}
