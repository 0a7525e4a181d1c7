import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { DataSourceOptions } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { FirstTables1764000000000 } from './migrations/1764000000000-first-tables.ts';
import { InkSets1764200000000 } from './migrations/1764200000000-ink-sets.ts';
import { PictureSizes1764300000000 } from './migrations/1764300000000-picture-sizes.ts';
import { Tiles1764100000000 } from './migrations/1764100000000-tiles.ts';

/** The database of a data folder: SQLite in write-ahead mode, its tables made by migrations only. */
export function databaseOptions(data: string): DataSourceOptions {
  mkdirSync(data, { recursive: true });
  return {
    type: 'better-sqlite3',
    database: join(data, 'chromatype.sqlite'),
    entities: ENTITIES,
    migrations: [FirstTables1764000000000, Tiles1764100000000, InkSets1764200000000, PictureSizes1764300000000],
    migrationsRun: true,
    synchronize: false,
    enableWAL: true,
  };
}
