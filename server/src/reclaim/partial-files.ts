import { type Dirent, existsSync } from 'node:fs';
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { incomingFolder } from '../disk/incoming.ts';

/** Folders of a data folder in which files are written beside their place first. */
const WRITTEN = ['runs', 'pictures', 'prints', 'press'];

const isPartial = ({ name }: Dirent): boolean => /\.partial(\.d)?$/.test(name);

/** Deletes what a crash left half written. Nothing may be writing to the data folder yet. */
export async function clearPartialFiles(data: string): Promise<void> {
  await rm(incomingFolder(data), { recursive: true, force: true });
  for (const folder of WRITTEN.map((name) => join(data, name)).filter(existsSync)) {
    const entries = await readdir(folder, { recursive: true, withFileTypes: true });
    for (const entry of entries.filter(isPartial)) {
      await rm(join(entry.parentPath, entry.name), { recursive: true, force: true });
    }
  }
}
