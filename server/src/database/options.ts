import { mkdirSync } from 'node:fs';
import type { Database } from 'better-sqlite3';
import type { DataSourceOptions } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { databaseFile } from './file.ts';
import { MIGRATIONS } from './migrations/index.ts';

/**
 * The database of a data folder: SQLite in write-ahead mode, its tables made by migrations only. Every commit is flushed
 * to the disk before it is acknowledged (`synchronous = FULL`), so that a power cut takes nothing back.
 */
export function databaseOptions(data: string): DataSourceOptions {
  mkdirSync(data, { recursive: true });
  return {
    type: 'better-sqlite3',
    database: databaseFile(data),
    entities: ENTITIES,
    migrations: [...MIGRATIONS],
    migrationsRun: true,
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (database) => {
      (database as Database).pragma('synchronous = FULL');
    },
  };
}
