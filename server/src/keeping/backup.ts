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
async function copyDatabase(data: string, to: string): Promise<KeptPicture[]> {
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
    // Databases from before there were clips have no such column.
    const rows = copy.prepare('SELECT * FROM picture ORDER BY hash').all() as { hash: string; clip?: string | null }[];
    return rows.map(({ hash, clip }) => ({ hash, isClip: (clip ?? 'null') !== 'null' }));
  } finally {
    copy.close();
  }
}

/** A picture that is backed up. */
interface KeptPicture {
  readonly hash: string;
  readonly isClip: boolean;
}

/** The files of a picture that are kept; reduced copies are made anew. */
function partsOf(data: string, { hash, isClip }: KeptPicture): string[] {
  const { original, pixels, thumb, clip } = pictureFiles(data, hash);
  return [original, pixels, thumb, ...(isClip ? [clip.frames, clip.index, clip.small] : [])];
}

/** Files that are not packed yet. */
const PLAIN: readonly string[] = ['pixels', 'frames-small'];

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
    const pictures = await copyDatabase(data, copy);
    const zip = new ZipFile();
    const written = pipeline(zip.outputStream as unknown as NodeJS.ReadableStream, createWriteStream(partial));
    const files: Record<string, string> = { [DATABASE_NAME]: await sha256Of(copy) };
    zip.addFile(copy, DATABASE_NAME);
    for (const [k, picture] of pictures.entries()) {
      const { hash } = picture;
      for (const path of partsOf(data, picture)) {
        const part = basename(path);
        if (!existsSync(path)) {
          flaws.push(`The file ${part} of the picture ${hash} is missing.`);
          continue;
        }
        const sha256 = await sha256Of(path);
        if (part === 'original' && sha256 !== hash) flaws.push(`The original of the picture ${hash} is damaged.`);
        files[pictureName(hash, part)] = sha256;
        // Originals are packed already.
        zip.addFile(
          path,
          pictureName(hash, part),
          PLAIN.includes(part) ? { compressionLevel: 1 } : { compress: false },
        );
      }
      progress((k + 0.5) / (pictures.length + 1));
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
