import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Folders of compiled code that decide what parts are made of. */
const FOLDERS = ['../../../core/dist', '../../dist/parts', '../../dist/batch', '../../dist/render'].map((path) =>
  fileURLToPath(new URL(path, import.meta.url)),
);

let known: string | null = null;

/** A digest of the engine: machines whose digests differ could make other bytes of the same work. */
export function engineVersion(): string {
  if (known) return known;
  const hash = createHash('sha256');
  for (const folder of FOLDERS) {
    const files = (readdirSync(folder, { recursive: true }) as string[]).filter((name) => /\.(js|wasm)$/.test(name));
    for (const name of files.sort()) hash.update(name).update(readFileSync(join(folder, name)));
  }
  known = hash.digest('hex').slice(0, 16);
  return known;
}
