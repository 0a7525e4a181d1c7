import { existsSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { PictureEntity } from '../pictures/picture.entity.ts';
import { picturesFolder } from '../pictures/picture-files.ts';
import { PicturesService } from '../pictures/pictures.service.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { addHashes, PICTURE_USERS, unnamedSince } from './picture-users.ts';

const DAY = 86_400_000;
/** Days that a picture stays after it was found that nothing uses it: steps of undo may still name it. */
export const UNUSED_DAYS = 7;
/** Files without a row are younger than this while they are being stored, in milliseconds. */
const STRAY_AGE = DAY;
/** Milliseconds by which the clock may have been put back. */
const CLOCK_SLACK = 60_000;
/** Rows that are read at a time. */
const CHUNK = 500;

/** Something that nothing uses any more. */
export interface Unused {
  readonly kind: 'picture' | 'folder' | 'file';
  readonly id: string;
  /** What it is called, for the artist. */
  readonly name: string;
  readonly bytes: number;
  /** When it may go. */
  readonly due: string;
}

/** Finds and removes pictures and files that nothing uses: no job, version, trash, recipe, run or tile. */
@Injectable()
export class SweepService {
  constructor(
    @InjectRepository(PictureEntity) private readonly rows: Repository<PictureEntity>,
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly pictures: PicturesService,
  ) {}

  /** Every hash that anything names. */
  private async named(): Promise<ReadonlySet<string>> {
    const named = new Set<string>();
    for (const { table, column } of PICTURE_USERS) {
      for (let after = 0; ; ) {
        const rows = (await this.rows.query(
          `SELECT rowid AS at, CAST(${column} AS TEXT) AS text FROM ${table} WHERE rowid > ? ORDER BY rowid LIMIT ?`,
          [after, CHUNK],
        )) as { at: number; text: string | null }[];
        for (const { text } of rows) addHashes(text, named);
        if (rows.length < CHUNK) break;
        after = rows.at(-1)!.at;
      }
    }
    return named;
  }

  /** Notes since when nothing uses a picture, and forgets it of those that are used again. */
  private async note(now: string): Promise<void> {
    const named = await this.named();
    const rows = (await this.rows.query('SELECT hash, unusedSince FROM picture')) as {
      hash: string;
      unusedSince: string | null;
    }[];
    for (const { hash, unusedSince } of rows) {
      const used = named.has(hash);
      if (used === (unusedSince === null)) continue;
      await this.rows.query('UPDATE picture SET unusedSince = ? WHERE hash = ?', [used ? null : now, hash]);
    }
  }

  /** Folders of pictures that no row names, and files of runs that are no more. */
  private async strays(): Promise<Unused[]> {
    const found: Unused[] = [];
    const known = new Set(
      ((await this.rows.query('SELECT hash FROM picture')) as { hash: string }[]).map((r) => r.hash),
    );
    const runs = new Set(((await this.rows.query('SELECT id FROM run')) as { id: string }[]).map((r) => r.id));
    const add = async (kind: 'folder' | 'file', id: string, path: string) => {
      const { mtimeMs, size } = await stat(path);
      const due = new Date(mtimeMs + STRAY_AGE).toISOString();
      found.push({ kind, id, name: path.slice(this.settings.data.length + 1), bytes: size, due });
    };
    const groups = existsSync(picturesFolder(this.settings.data))
      ? await readdir(picturesFolder(this.settings.data))
      : [];
    for (const group of groups) {
      const folder = join(picturesFolder(this.settings.data), group);
      for (const hash of await readdir(folder).catch(() => [])) {
        if (!known.has(hash)) await add('folder', hash, join(folder, hash));
      }
    }
    const folder = join(this.settings.data, 'runs');
    for (const file of existsSync(folder) ? await readdir(folder) : []) {
      if (!runs.has(file.split('.')[0]!) && !file.includes('.partial')) await add('file', file, join(folder, file));
    }
    return found;
  }

  /** What nothing uses, and when each may go. Nothing is removed. */
  async find(now = new Date()): Promise<Unused[]> {
    await this.note(now.toISOString());
    const rows = (await this.rows.query(
      'SELECT hash, name, bytes, unusedSince FROM picture WHERE unusedSince IS NOT NULL ORDER BY unusedSince, hash',
    )) as { hash: string; name: string; bytes: number; unusedSince: string }[];
    const pictures = rows.map(({ hash, name, bytes, unusedSince }): Unused => {
      const due = new Date(Date.parse(unusedSince) + UNUSED_DAYS * DAY).toISOString();
      return { kind: 'picture', id: hash, name, bytes, due };
    });
    return [...pictures, ...(await this.strays())];
  }

  /** Removes what is due. A picture that something has begun to name since is left alone. Returns what went. */
  async sweep(now = new Date()): Promise<Unused[]> {
    const gone: Unused[] = [];
    // What is written from here on may not have been looked through.
    const begun = new Date(Date.now() - CLOCK_SLACK).toISOString();
    for (const unused of (await this.find(now)).filter(({ due }) => due <= now.toISOString())) {
      if (await this.remove(unused, begun)) gone.push(unused);
    }
    return gone;
  }

  private async remove({ kind, id }: Unused, begun: string): Promise<boolean> {
    if (kind === 'picture') return this.pictures.removeIf(id, unnamedSince(begun));
    if (kind === 'folder') return this.pictures.removeStray(id);
    await rm(join(this.settings.data, 'runs', id), { recursive: true, force: true });
    return true;
  }
}
