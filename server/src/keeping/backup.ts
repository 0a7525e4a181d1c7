import { createWriteStream, existsSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import { ZipFile } from 'yazl';
import { databaseFile } from '../database/file.ts';
import { flush, flushName } from '../disk/flush.ts';
import { sha256Of } from '../disk/sha256.ts';
import { unfinished } from '../disk/unfinished.ts';
import { pictureFiles } from '../pictures/picture-files.ts';
import { BACKUP_VERSION, type BackupList, DATABASE_NAME, LIST_NAME, pictureName } from './backup-format.ts';
import { NoData } from './no-data.ts';

/** A copy of the database as it is at one moment, without the runs that are over: their files are not kept. */
async function copyDatabase(data: string, to: string): Promise<string[]> {
  const source = new Database(databaseFile(data), { readonly: true, fileMustExist: true });
  try {
    await source.backup(to);
  } finally {
    source.close();
  }
  const copy = new Database(to);
  try {
    // One file is easier to keep than three.
    copy.pragma('journal_mode = DELETE');
    copy.exec("DELETE FROM run WHERE state NOT IN ('queued', 'running')");
    copy.exec('VACUUM');
    return (copy.prepare('SELECT hash FROM picture ORDER BY hash').all() as { hash: string }[]).map((row) => row.hash);
  } finally {
    copy.close();
  }
}

/** The parts of a picture that are kept; reduced copies are made anew. */
const PARTS = ['original', 'pixels', 'thumb.png'] as const;

/**
 * Writes a data folder into one ZIP archive while the server may go on: a copy of the database by SQLite's own backup,
 * and after it every picture that it names. Pictures never change and their rows come last, so the two fit each other.
 * Returns what is damaged or missing in the data, one sentence each; all else is in the backup.
 * @throws NoData when there is no database
 */
export async function backup(data: string, file: string, progress: (share: number) => void): Promise<string[]> {
  if (!existsSync(databaseFile(data))) throw new NoData(`There is nothing to back up in ${data}.`);
  const partial = `${file}.${process.pid}.partial`;
  const copy = `${partial}.d`;
  const flaws: string[] = [];
  const over = unfinished(partial, copy, `${copy}-journal`);
  try {
    const hashes = await copyDatabase(data, copy);
    const zip = new ZipFile();
    const written = pipeline(zip.outputStream as unknown as NodeJS.ReadableStream, createWriteStream(partial));
    const files: Record<string, string> = { [DATABASE_NAME]: await sha256Of(copy) };
    zip.addFile(copy, DATABASE_NAME);
    for (const [k, hash] of hashes.entries()) {
      for (const part of PARTS) {
        const path = pictureFiles(data, hash)[part === 'thumb.png' ? 'thumb' : part];
        if (!existsSync(path)) {
          flaws.push(`The file ${basename(path)} of the picture ${hash} is missing.`);
          continue;
        }
        const sha256 = await sha256Of(path);
        if (part === 'original' && sha256 !== hash) flaws.push(`The original of the picture ${hash} is damaged.`);
        files[pictureName(hash, part)] = sha256;
        // Originals are packed already.
        zip.addFile(path, pictureName(hash, part), part === 'pixels' ? { compressionLevel: 1 } : { compress: false });
      }
      progress((k + 0.5) / (hashes.length + 1));
    }
    const list: BackupList = {
      format: 'chromatype-backup',
      version: BACKUP_VERSION,
      made: new Date().toISOString(),
      files,
    };
    zip.addBuffer(Buffer.from(JSON.stringify(list, null, 1)), LIST_NAME);
    zip.end();
    await written;
    await flush(partial);
    await rename(partial, file);
    await flushName(file);
    progress(1);
    return flaws;
  } finally {
    for (const path of [partial, copy, `${copy}-journal`]) await rm(path, { force: true });
    over();
  }
}
