import { existsSync } from 'node:fs';
import Database from 'better-sqlite3';
import { databaseFile } from '../database/file.ts';
import { MIGRATIONS } from '../database/migrations/index.ts';
import { reasonOf } from '../errors/reason-of.ts';
import { StartError } from './start-error.ts';

/** Names of the migrations that a database has been through. */
export function migrationsIn(database: Database.Database): string[] {
  const known = database.prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'migrations'").get();
  if (!known) return [];
  return (database.prepare('SELECT name FROM migrations').all() as { name: string }[]).map((row) => row.name);
}

/** Whether a database was written by a later version, whose tables this one does not know. */
export const isNewer = (database: Database.Database): boolean => {
  const known = new Set(MIGRATIONS.map((migration) => migration.name));
  return migrationsIn(database).some((name) => !known.has(name));
};

/** What SQLite's own check finds wrong with a database; null when it is sound. */
export function damageOf(database: Database.Database): string | null {
  const [first] = database.pragma('quick_check(1)') as { quick_check: string }[];
  return first && first.quick_check !== 'ok' ? first.quick_check : null;
}

/** @throws StartError when the database of a data folder is damaged or of a later version; none yet is fine */
export function checkDatabase(data: string): void {
  const file = databaseFile(data);
  if (!existsSync(file)) return;
  const damaged = (why: string) =>
    new StartError(
      `The database ${file} is damaged (${why.split('\n')[0]}); look at it with "chromatype doctor" or bring a backup back.`,
    );
  let database: Database.Database | null = null;
  try {
    database = new Database(file, { fileMustExist: true });
    const damage = damageOf(database);
    if (damage !== null) throw damaged(damage);
    if (isNewer(database)) {
      throw new StartError(
        `The database ${file} was written by a newer version of Chromatype; start that version, or name another folder in CHROMATYPE_DATA.`,
      );
    }
  } catch (error) {
    if (error instanceof StartError) throw error;
    const { code } = error as { code?: string };
    if (/^SQLITE_(NOTADB|CORRUPT)/.test(code ?? '')) throw damaged(reasonOf(error));
    throw new StartError(`The database ${file} cannot be opened: ${reasonOf(error)}.`);
  } finally {
    database?.close();
  }
}
