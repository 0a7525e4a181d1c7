import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Sets of inks of the studio's own. */
export class InkSets1764200000000 implements MigrationInterface {
  readonly name = 'InkSets1764200000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE ink_set (
      id TEXT PRIMARY KEY NOT NULL,
      label TEXT NOT NULL,
      document TEXT NOT NULL,
      updatedAt TEXT NOT NULL
    )`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE ink_set');
  }
}
