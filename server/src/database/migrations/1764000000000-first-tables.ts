import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Jobs, pictures and runs. */
export class FirstTables1764000000000 implements MigrationInterface {
  readonly name = 'FirstTables1764000000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE job (
      id TEXT PRIMARY KEY NOT NULL,
      title TEXT NOT NULL,
      version INTEGER NOT NULL,
      document TEXT NOT NULL,
      demo INTEGER NOT NULL,
      createdAt TEXT NOT NULL,
      updatedAt TEXT NOT NULL,
      removedAt TEXT
    )`);
    await db.query(`CREATE TABLE picture (
      hash TEXT PRIMARY KEY NOT NULL,
      name TEXT NOT NULL,
      format TEXT NOT NULL,
      width INTEGER NOT NULL,
      height INTEGER NOT NULL,
      channels INTEGER NOT NULL,
      bytes INTEGER NOT NULL,
      createdAt TEXT NOT NULL
    )`);
    await db.query(`CREATE TABLE run (
      id TEXT PRIMARY KEY NOT NULL,
      jobId TEXT NOT NULL,
      asked TEXT NOT NULL,
      document TEXT NOT NULL,
      fileName TEXT NOT NULL,
      state TEXT NOT NULL,
      progress REAL NOT NULL,
      bytes INTEGER,
      message TEXT,
      createdAt TEXT NOT NULL,
      updatedAt TEXT NOT NULL
    )`);
    await db.query('CREATE INDEX run_by_state ON run (state, createdAt)');
  }

  async down(db: QueryRunner): Promise<void> {
    for (const table of ['run', 'picture', 'job']) await db.query(`DROP TABLE ${table}`);
  }
}
