/** The form of a backup: a ZIP archive with a list of its files, the database, and the pictures by their hash. */
export const BACKUP_VERSION = 1;

export const LIST_NAME = 'backup.json';

export const DATABASE_NAME = 'database.sqlite';

export const pictureName = (hash: string, part: string): string => `pictures/${hash}/${part}`;

export interface BackupList {
  readonly format: 'chromatype-backup';
  readonly version: number;
  /** When it was made, in ISO 8601. */
  readonly made: string;
  /** SHA-256 of every file in it, by name. */
  readonly files: Readonly<Record<string, string>>;
}
