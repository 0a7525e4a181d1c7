/** Columns of the database that may name pictures by the 64 digits of their SHA-256. A new table that does gets a line. */
export const PICTURE_USERS: readonly { readonly table: string; readonly column: string; readonly changed: string }[] = [
  { table: 'job', column: 'document', changed: 'updatedAt' },
  { table: 'version', column: 'document', changed: 'createdAt' },
  { table: 'recipe', column: 'document', changed: 'updatedAt' },
  { table: 'run', column: 'document', changed: 'createdAt' },
  { table: 'run', column: 'asked', changed: 'createdAt' },
  { table: 'tile', column: 'hash', changed: 'updatedAt' },
];

/** A condition of SQL on a row of `picture`: that nothing names it which was written since a time, in ISO 8601. */
export const unnamedSince = (time: string): string =>
  PICTURE_USERS.map(
    ({ table, column, changed }) =>
      `NOT EXISTS (SELECT 1 FROM ${table} WHERE ${table}.${changed} >= '${time}'
       AND instr(CAST(${table}.${column} AS TEXT), picture.hash) > 0)`,
  ).join(' AND ');

const HASHES = /[0-9a-f]{64}/g;

/** Adds every hash in a text to a set. */
export function addHashes(text: string | null, to: Set<string>): void {
  for (const [hash] of (text ?? '').matchAll(HASHES)) to.add(hash);
}
