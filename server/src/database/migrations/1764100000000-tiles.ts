import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tiles saved under a name. */
export class Tiles1764100000000 implements MigrationInterface {
  readonly name = 'Tiles1764100000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE tile (
      id TEXT PRIMARY KEY NOT NULL,
      name TEXT NOT NULL,
      hash TEXT NOT NULL,
      createdAt TEXT NOT NULL,
      updatedAt TEXT NOT NULL
    )`);
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE tile');
  }
}
