import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { reasonOf } from '../errors/reason-of.ts';
import { StartError } from './start-error.ts';

/** Who holds a data folder. */
interface Holder {
  readonly pid: number;
  /** What it does there: "a server at http://127.0.0.1:4310/", "a restore". */
  readonly what: string;
}

export interface DataLock {
  /** Says what the holder does, for the message that a second start gets. */
  tell(what: string): void;
  release(): void;
}

function holderOf(file: string): string {
  try {
    const { pid, what } = JSON.parse(readFileSync(file, 'utf8')) as Holder;
    return `${what} (process ${pid})`;
  } catch {
    return 'another process';
  }
}

/**
 * Takes a data folder for this process alone. The lock is the one that the operating system keeps for SQLite on an empty
 * database, `lock`: it ends with the process however that ends, so a crash cannot leave it behind.
 * @throws StartError when another process holds the folder, or the lock cannot be made
 */
export function lockData(data: string): DataLock {
  const note = join(data, 'lock.json');
  let database: Database.Database | null = null;
  try {
    database = new Database(join(data, 'lock'), { timeout: 0 });
    database.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    database?.close();
    if (String((error as { code?: unknown }).code).startsWith('SQLITE_BUSY')) {
      throw new StartError(
        `The data folder ${data} is in use by ${holderOf(note)}; end that first, or name another folder in CHROMATYPE_DATA.`,
      );
    }
    throw new StartError(`The data folder ${data} cannot be locked: ${reasonOf(error)}.`);
  }
  const held = database;
  const tell = (what: string) => writeFileSync(note, JSON.stringify({ pid: process.pid, what } satisfies Holder));
  return {
    tell,
    release() {
      rmSync(note, { force: true });
      held.close();
    },
  };
}
