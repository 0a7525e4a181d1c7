import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The size on paper that a drawing states, in mm. */
export class PictureSizes1764300000000 implements MigrationInterface {
  readonly name = 'PictureSizes1764300000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture ADD COLUMN widthMm REAL');
    await db.query('ALTER TABLE picture ADD COLUMN heightMm REAL');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture DROP COLUMN heightMm');
    await db.query('ALTER TABLE picture DROP COLUMN widthMm');
  }
}
