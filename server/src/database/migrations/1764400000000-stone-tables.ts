import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The stones of the studio: sizes and colours that new layouts begin with. */
export class StoneTables1764400000000 implements MigrationInterface {
  readonly name = 'StoneTables1764400000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE stone_table (
      id TEXT PRIMARY KEY NOT NULL,
      document TEXT NOT NULL,
      updatedAt TEXT NOT NULL
    )`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE stone_table');
  }
}
