import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Clips: when each of their frames ends, and the size of the small copies that are kept of all frames. */
export class Clips1764500000000 implements MigrationInterface {
  readonly name = 'Clips1764500000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture ADD COLUMN clip TEXT');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture DROP COLUMN clip');
  }
}
