import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The resolution that the file of a picture states. */
export class PicturePpi1764800000000 implements MigrationInterface {
  readonly name = 'PicturePpi1764800000000';

  async up(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture ADD COLUMN ppi REAL');
  }

  async down(db: QueryRunner): Promise<void> {
    await db.query('ALTER TABLE picture DROP COLUMN ppi');
  }
}
