import type { MigrationInterface, QueryRunner } from 'typeorm';
import { searchText } from '../../jobs/search-text.ts';

/** Tags and search of jobs, versions of jobs, and since when nothing uses a picture. */
export class Shelf1764700000000 implements MigrationInterface {
  readonly name = 'Shelf1764700000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query("ALTER TABLE job ADD COLUMN tags TEXT NOT NULL DEFAULT '[]'");
    await db.query("ALTER TABLE job ADD COLUMN search TEXT NOT NULL DEFAULT ''");
    const jobs = (await db.query('SELECT id, title FROM job')) as { id: string; title: string }[];
    for (const { id, title } of jobs)
      await db.query('UPDATE job SET search = ? WHERE id = ?', [searchText(title, []), id]);
    await db.query('CREATE INDEX job_by_change ON job (removedAt, demo, updatedAt, search, id)');
    await db.query('CREATE INDEX job_by_title ON job (removedAt, search, id)');
    await db.query('CREATE INDEX job_by_birth ON job (removedAt, createdAt, search, id)');
    await db.query(`CREATE TABLE version (
      id TEXT PRIMARY KEY NOT NULL,
      jobId TEXT NOT NULL,
      name TEXT,
      why TEXT NOT NULL,
      document TEXT NOT NULL,
      createdAt TEXT NOT NULL
    )`);
    await db.query('CREATE INDEX version_by_job ON version (jobId, createdAt)');
    await db.query('ALTER TABLE picture ADD COLUMN unusedSince TEXT');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture DROP COLUMN unusedSince');
    await db.query('DROP TABLE version');
    for (const index of ['job_by_change', 'job_by_title', 'job_by_birth']) await db.query(`DROP INDEX ${index}`);
    await db.query('ALTER TABLE job DROP COLUMN search');
    await db.query('ALTER TABLE job DROP COLUMN tags');
  }
}
