import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Recipes of the studio, and which recipes (its own and those that ship) are favourites. */
export class Recipes1764600000000 implements MigrationInterface {
  readonly name = 'Recipes1764600000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query(`CREATE TABLE recipe (
      id TEXT PRIMARY KEY NOT NULL,
      name TEXT NOT NULL,
      document TEXT NOT NULL,
      createdAt TEXT NOT NULL,
      updatedAt TEXT NOT NULL,
      removedAt TEXT
    )`);
    await db.query('CREATE TABLE favourite (recipe TEXT PRIMARY KEY NOT NULL)');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('DROP TABLE favourite');
    await db.query('DROP TABLE recipe');
  }
}
