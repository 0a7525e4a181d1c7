import { mkdir, rename, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { PassThrough, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { fileHashes, fileWords, JobError } from '@chromatype/core';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Request } from 'express';
import { In, Repository } from 'typeorm';
import { ZipFile } from 'yazl';
import { ArchiveError } from '../archives/archive.ts';
import { ClipsService } from '../clips/clips.service.ts';
import { inNewFolder } from '../disk/incoming.ts';
import { receiveInto } from '../disk/receive.ts';
import { sha256Of } from '../disk/sha256.ts';
import { Refused } from '../errors/refused.ts';
import { JobsService, type ReadableJob } from '../jobs/jobs.service.ts';
import { SmallPrintsService } from '../jobs/small-prints.service.ts';
import { PictureEntity } from '../pictures/picture.entity.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { TileEntity } from '../tiles/tile.entity.ts';
import { TilesService } from '../tiles/tiles.service.ts';
import type { JobFileList } from './job-file-format.ts';
import { readJobFile, type UnpackedPicture } from './read-job-file.ts';
import { jobFile } from './write-job-file.ts';

const MOST_BYTES = 4e9;
/** Width of the preview in pixels. */
const PREVIEW = 800;

/** Tiles by name and picture, each once. */
const differentTiles = (tiles: readonly TileEntity[]): JobFileList['tiles'] =>
  [...new Map(tiles.map(({ hash, name }) => [`${name}\n${hash}`, { hash, name }])).values()].sort((a, b) =>
    a.name.localeCompare(b.name),
  );

/** What a job file is called. */
export const jobFileName = (title: string): string => `${fileWords(title) || 'job'}.chromatype.zip`;

/** A job that came in as a file; `notes` say what is not quite as it was. */
export interface TakenIn {
  readonly job: ReadableJob;
  readonly notes: readonly string[];
}

/** Jobs as files that go from one computer to another. */
@Injectable()
export class JobFilesService {
  constructor(
    @InjectRepository(PictureEntity) private readonly rows: Repository<PictureEntity>,
    @InjectRepository(TileEntity) private readonly tileRows: Repository<TileEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly jobs: JobsService,
    private readonly prints: SmallPrintsService,
    private readonly pictures: PicturesService,
    private readonly clips: ClipsService,
    private readonly tiles: TilesService,
  ) {}

  /** The file of a job, as it is packed. @throws Refused when a picture of it is missing */
  async write(id: string, gone: AbortSignal): Promise<{ readonly name: string; readonly zip: Readable }> {
    const job = await this.jobs.get(id);
    const hashes = fileHashes(job.document.pictures);
    const pictures = await this.rows.findBy({ hash: In(hashes) });
    const tiles = await this.tileRows.findBy({ hash: In(hashes) });
    const zip = await jobFile({
      job: job.document,
      tags: job.tags ?? [],
      pictures: pictures.sort((a, b) => a.hash.localeCompare(b.hash)),
      tiles: differentTiles(tiles),
      preview: await this.prints.printOf(job, PREVIEW, gone),
      filesOf: (hash) => this.pictures.files(hash),
    });
    return { name: jobFileName(job.title), zip };
  }

  /** The files of several jobs in one archive. One that cannot be written is told in the archive by a text. */
  writeAll(ids: readonly string[], gone: AbortSignal): Readable {
    const zip = new ZipFile();
    const names = new Map<string, number>();
    const free = (name: string): string => {
      const count = (names.get(name) ?? 0) + 1;
      names.set(name, count);
      return count === 1 ? name : name.replace(/(\.chromatype\.zip)?$/, ` ${count}$1`);
    };
    const add = async (id: string): Promise<void> => {
      try {
        const { name, zip: file } = await this.write(id, gone);
        const through = new PassThrough({ highWaterMark: 1 << 20 });
        zip.addReadStream(through, free(name), { compress: false });
        await pipeline(file, through);
      } catch (error) {
        if (gone.aborted) return;
        zip.addBuffer(Buffer.from(`${(error as Error).message}\n`), free(`job ${id} is missing.txt`));
      }
    };
    void (async () => {
      for (const id of ids) if (!gone.aborted) await add(id);
      zip.end();
    })();
    return zip.outputStream as unknown as Readable;
  }

  /**
   * Takes a job file in: a new job with all that it prints.
   * @throws Refused or JobError with one plain sentence; no job is made then
   */
  take(request: Request): Promise<TakenIn> {
    return inNewFolder(this.settings.data, async (folder) => {
      const { file } = await receiveInto(folder, request, MOST_BYTES, 'This job file is larger than 4 GB.');
      const parts = join(folder, 'parts');
      await mkdir(parts);
      const known = async (hash: string) => (await this.pictures.known(hash)) !== null;
      const read = await readJobFile(file, parts, known).catch((error: unknown) => {
        throw error instanceof ArchiveError ? new Refused(422, error.message) : error;
      });
      const notes: string[] = [];
      for (const picture of read.pictures) await this.store(picture);
      for (const { hash, name, pixels } of read.list.pictures) {
        if (!(await known(hash)) || (await sha256Of(this.pictures.files(hash).pixels)) === pixels) continue;
        notes.push(`The picture "${name}" is read a little differently here, so that its plates may differ.`);
      }
      await this.addTiles(read.list.tiles);
      return { job: await this.jobs.create(read.list.job, false, read.list.tags), notes };
    });
  }

  private store({ hash, name, file, film }: UnpackedPicture): Promise<PictureEntity> {
    return inNewFolder(this.settings.data, async (folder) => {
      const original = join(folder, 'original');
      await rename(file, original);
      const received = { folder, file: original, hash, bytes: (await stat(original)).size };
      const stored = film
        ? await this.clips.fromFiles(received, { name, ...film })
        : await this.pictures.add(received, name);
      if (stored.hash !== hash)
        throw new JobError('pictures', `The picture ${basename(file)} was stored as another one.`);
      return stored;
    });
  }

  private async addTiles(tiles: readonly { readonly hash: string; readonly name: string }[]): Promise<void> {
    for (const { hash, name } of tiles) {
      const there = await this.tileRows.findOneBy({ hash, name });
      if (!there && (await this.pictures.known(hash))) await this.tiles.create(name, hash);
    }
  }
}
