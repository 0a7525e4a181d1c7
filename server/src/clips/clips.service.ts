import { randomUUID } from 'node:crypto';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Request } from 'express';
import { headOf } from '../disk/head-of.ts';
import { incomingFolder, inNewFolder } from '../disk/incoming.ts';
import { type Received, receiveInto } from '../disk/receive.ts';
import { Refused } from '../errors/refused.ts';
import type { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { ReadingService } from '../sandbox/reading.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import type { ClipBeginDto } from './clips.dto.ts';
import { checkClipLength, checkFrameSize, smallLevel } from './reading/clip-limits.ts';

/** The largest film, and the largest frame of one, in bytes. */
export const MOST_FILM_BYTES = 1000e6;
const MOST_FRAME_BYTES = 60e6;
/** A film whose frames stop coming is let go after so many minutes. */
const IDLE_MINUTES = 5;
const MINUTE = 60_000;

/** A film of which frames are coming in. */
interface Coming extends ClipBeginDto {
  readonly folder: string;
  readonly hash: string;
  readonly bytes: number;
  readonly format: string;
  readonly level: number;
  /** Bytes of the frames so far, after each. */
  readonly ends: number[];
  touched: number;
  /** Work on it, one thing after the other. */
  last: Promise<unknown>;
}

/** A film and its frames, each in a file, and when each ends in seconds. */
export interface FilmFiles {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly ends: readonly number[];
  readonly frames: readonly string[];
}

/** The formats of films: the server keeps their frames, since it cannot decode them. */
export const FILM_FORMATS: readonly string[] = ['mp4', 'webm'];

/** The format of a film by its first bytes: ISO base media (ISO/IEC 14496-12) or Matroska (RFC 9559); null for others. */
function formatOf(head: Buffer): string | null {
  if (head.toString('latin1', 4, 8) === 'ftyp') return 'mp4';
  return head.subarray(0, 4).equals(Buffer.from([0x1a, 0x45, 0xdf, 0xa3])) ? 'webm' : null;
}

/**
 * Takes in films: MP4 and WebM, whose frames the browser decodes and sends one by one. The film itself is kept by its hash,
 * and appears when its last frame is there.
 */
@Injectable()
export class ClipsService implements OnModuleDestroy {
  private readonly coming = new Map<string, Coming>();
  private readonly timer = setInterval(() => void this.letGo(), MINUTE).unref();

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
    private readonly reading: ReadingService,
  ) {}

  onModuleDestroy(): void {
    clearInterval(this.timer);
  }

  /** Takes the film. One that is here already is told, and needs no frames. */
  async begin(request: Request, asked: ClipBeginDto): Promise<{ id: string } | { picture: PictureEntity }> {
    checkClipLength(asked.frames, asked.seconds);
    checkFrameSize(asked);
    const id = randomUUID();
    const folder = join(incomingFolder(this.settings.data), id);
    await mkdir(folder, { recursive: true });
    try {
      const { hash, bytes, file } = await receiveInto(
        folder,
        request,
        MOST_FILM_BYTES,
        'This film is larger than 1 GB; make it smaller first.',
      );
      const known = await this.pictures.known(hash);
      if (known) {
        await rm(folder, { recursive: true, force: true });
        return { picture: { ...known, name: asked.name } };
      }
      const format = formatOf(await headOf(file));
      if (!format) throw new Refused(415, 'This film is neither MP4 nor WebM; save it as one of these.');
      const level = smallLevel(asked, asked.frames);
      const own = { folder, hash, bytes, format, level, ends: [], touched: Date.now(), last: Promise.resolve() };
      this.coming.set(id, { ...asked, ...own });
      return { id };
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw error;
    }
  }

  /**
   * Stores a film whose frames lie in files, as a job file brings them. `received` is the film itself, in a folder of its
   * own.
   */
  async fromFiles(received: Received, { name, width, height, ends, frames }: FilmFiles): Promise<PictureEntity> {
    const { folder, file } = received;
    checkClipLength(frames.length, ends.at(-1)!);
    checkFrameSize({ width, height });
    const format = formatOf(await headOf(file));
    if (!format) throw new Refused(415, 'This film is neither MP4 nor WebM; save it as one of these.');
    const level = smallLevel({ width, height }, frames.length);
    const bytes: number[] = [];
    for (const frame of frames) bytes.push(await this.reading.addFrame({ file: frame, folder, width, height, level }));
    const facts = await this.reading.endFrames({ folder, ends: bytes });
    return this.pictures.place(received, name, { ...facts, format, clip: { ends, level } });
  }

  /** Takes an archive of stills, which may be as large as a film. */
  archive(request: Request, name: string): Promise<PictureEntity> {
    return inNewFolder(this.settings.data, async (folder) =>
      this.pictures.add(
        await receiveInto(folder, request, MOST_FILM_BYTES, 'This archive is larger than 1 GB; make it smaller first.'),
        name,
      ),
    );
  }

  private find(id: string): Coming {
    const clip = this.coming.get(id);
    if (!clip) throw new Refused(404, 'This film is no longer being taken in; add the file again.');
    clip.touched = Date.now();
    return clip;
  }

  /** Does one thing after the other with a film; what fails ends it. */
  private async inTurn<T>(id: string, work: (clip: Coming) => Promise<T>): Promise<T> {
    const clip = this.find(id);
    const turn = clip.last.then(() => work(clip));
    clip.last = turn.catch(() => {});
    try {
      return await turn;
    } catch (error) {
      await this.cancel(id);
      throw error;
    }
  }

  /** Takes the next frame. */
  frame(id: string, place: number, request: Request): Promise<void> {
    return this.inTurn(id, async (clip) => {
      const { folder, width, height, level, ends } = clip;
      if (place !== ends.length || place >= clip.frames)
        throw new Refused(409, `Frame ${ends.length} of this film is awaited, and not ${place}.`);
      const own = join(folder, 'frame');
      await mkdir(own, { recursive: true });
      const { file } = await receiveInto(own, request, MOST_FRAME_BYTES, 'A frame of this film is larger than 60 MB.');
      ends.push(await this.reading.addFrame({ file, folder, width, height, level }));
      await rm(own, { recursive: true, force: true });
    });
  }

  /** Stores a film whose frames are all there. `ends`: when each of them ends, in seconds. */
  end(id: string, ends: readonly number[]): Promise<PictureEntity> {
    return this.inTurn(id, async (clip) => {
      const { folder, name, hash, bytes, format, level } = clip;
      // A film may show fewer frames than it holds packets.
      if (ends.length === 0 || clip.ends.length !== ends.length)
        throw new Refused(409, `This film has ${ends.length} frames and ${clip.ends.length} of them came.`);
      if (ends.some((end, k) => end <= (ends[k - 1] ?? 0)))
        throw new Refused(400, '"ends" must hold times that rise from frame to frame.');
      checkClipLength(ends.length, ends.at(-1)!);
      const facts = await this.reading.endFrames({ folder, ends: clip.ends });
      this.coming.delete(id);
      const found = { ...facts, format, clip: { ends, level } };
      return this.pictures.place({ folder, hash, bytes, file: join(folder, 'original') }, name, found);
    });
  }

  /** Lets a film go that is not whole. */
  async cancel(id: string): Promise<void> {
    const clip = this.coming.get(id);
    this.coming.delete(id);
    if (clip) await rm(clip.folder, { recursive: true, force: true });
  }

  private async letGo(): Promise<void> {
    const before = Date.now() - IDLE_MINUTES * MINUTE;
    for (const [id, { touched }] of this.coming) if (touched < before) await this.cancel(id);
  }
}
