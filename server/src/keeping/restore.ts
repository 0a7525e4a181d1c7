import { createHash } from 'node:crypto';
import { createWriteStream, existsSync } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { cut } from '@chromatype/core';
import Database from 'better-sqlite3';
import { type Entry, openPromise, type ZipFile } from 'yauzl';
import { databaseFile } from '../database/file.ts';
import { flush, flushName } from '../disk/flush.ts';
import { inNewFolder } from '../disk/incoming.ts';
import { moveFolder } from '../disk/move-into-place.ts';
import { pictureFiles } from '../pictures/picture-files.ts';
import { damageOf, isNewer } from '../starting/check-database.ts';
import { openDataFolder } from '../starting/data-folder.ts';
import { lockData } from '../starting/data-lock.ts';
import { BACKUP_VERSION, type BackupList, DATABASE_NAME, LIST_NAME } from './backup-format.ts';
import { NoData } from './no-data.ts';

/** What a backup may name its files. */
const NAME =
  /^(database\.sqlite|pictures\/[0-9a-f]{64}\/(original|pixels|thumb\.png|frames|frames\.json|frames-small))$/;
const damaged = (name: string) => new NoData(`The backup is damaged: ${name} is not what was backed up.`);

async function listOf(zip: ZipFile, entry: Entry | undefined): Promise<BackupList> {
  if (!entry) throw new NoData('This archive is no backup of Chromatype: its list (backup.json) is missing.');
  const pieces: Buffer[] = [];
  for await (const piece of await zip.openReadStreamPromise(entry)) pieces.push(piece as Buffer);
  const list = JSON.parse(Buffer.concat(pieces).toString('utf8')) as BackupList;
  if (list.format !== 'chromatype-backup') throw new NoData('This archive is no backup of Chromatype.');
  if (list.version > BACKUP_VERSION) throw new NoData('This backup was made by a newer version of Chromatype.');
  return list;
}

/** Unpacks a file and compares it with what was backed up. */
async function unpack(zip: ZipFile, entry: Entry, sha256: string, to: string): Promise<void> {
  await mkdir(dirname(to), { recursive: true });
  const hash = createHash('sha256');
  const through = new PassThrough();
  through.on('data', (piece: Buffer) => hash.update(piece));
  await pipeline(await zip.openReadStreamPromise(entry), through, createWriteStream(to));
  if (hash.digest('hex') !== sha256) throw damaged(entry.fileName);
  await flush(to);
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  for await (const entry of zip.eachEntry()) entries.set((entry as Entry).fileName, entry as Entry);
  return entries;
}

/** @throws NoData when the database of a backup cannot be used by this version */
function checkCopy(file: string): void {
  const database = new Database(file, { readonly: true });
  try {
    if (damageOf(database) !== null) throw damaged(DATABASE_NAME);
    if (isNewer(database)) throw new NoData('This backup was made by a newer version of Chromatype.');
  } finally {
    database.close();
  }
}

async function unpackAll(file: string, folder: string, progress: (share: number) => void): Promise<void> {
  const zip = await openPromise(file, { lazyEntries: true, autoClose: false }).catch((error: NodeJS.ErrnoException) => {
    throw error.code ? error : new NoData(`${file} is not a ZIP archive that can be opened.`);
  });
  try {
    const entries = await entriesOf(zip);
    const { files } = await listOf(zip, entries.get(LIST_NAME));
    const all = Object.entries(files);
    for (const [k, [name, sha256]] of all.entries()) {
      const entry = entries.get(name);
      if (!NAME.test(name) || !entry) throw damaged(cut(name));
      await unpack(zip, entry, sha256, join(folder, name));
      progress((k + 1) / (all.length + 1));
    }
  } catch (error) {
    if (error instanceof NoData || (error as NodeJS.ErrnoException).syscall !== undefined) throw error;
    throw new NoData(`The backup is damaged: ${(error as Error).message.split('\n')[0]}.`);
  } finally {
    zip.close();
  }
}

/**
 * Brings a backup back into a data folder that holds no database. Everything is unpacked and compared first; the database
 * comes last, so that a folder is either as before or whole.
 * @throws NoData when the folder is in use or not empty, or the backup is damaged or of a newer version
 */
export async function restore(data: string, file: string, progress: (share: number) => void): Promise<void> {
  openDataFolder(data);
  const lock = lockData(data);
  lock.tell('a restore');
  try {
    if (existsSync(databaseFile(data))) {
      throw new NoData(`${data} holds a database; move that folder away first, so that nothing in it is lost.`);
    }
    await inNewFolder(data, async (folder) => {
      await unpackAll(file, folder, progress);
      const copy = join(folder, DATABASE_NAME);
      if (!existsSync(copy)) throw damaged(DATABASE_NAME);
      checkCopy(copy);
      const pictures = join(folder, 'pictures');
      for (const hash of existsSync(pictures) ? await readdir(pictures) : []) {
        await moveFolder(join(pictures, hash), pictureFiles(data, hash).folder);
      }
      // What a write-ahead log of another database holds must not be played into this one.
      for (const ending of ['-wal', '-shm']) await rm(`${databaseFile(data)}${ending}`, { force: true });
      await rename(copy, databaseFile(data));
      await flushName(databaseFile(data));
    });
    progress(1);
  } finally {
    lock.release();
  }
}
