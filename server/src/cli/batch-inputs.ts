import { readdirSync, statSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, extname, join } from 'node:path';
import { withArchive } from '../archives/archive.ts';
import { readableFile } from './files.ts';
import { UsageError } from './usage-error.ts';

/** Endings of pictures that are taken out of folders and archives; a file that is named is taken whatever its ending. */
const PICTURES = new Set(['.png', '.jpg', '.jpeg', '.webp', '.tif', '.tiff', '.gif', '.avif', '.svg']);

const isPicture = (name: string): boolean =>
  PICTURES.has(extname(name).toLowerCase()) && !basename(name).startsWith('.');

/** A picture to be printed: where it lies, and what it is called. */
export interface InputPicture {
  readonly file: string;
  readonly name: string;
}

/** The pictures of an archive, unpacked into a new folder, which `made` is told. */
async function ofArchive(file: string, made: (folder: string) => void): Promise<InputPicture[]> {
  const folder = await mkdtemp(join(tmpdir(), 'chromatype-batch-'));
  made(folder);
  return withArchive(file, isPicture, async ({ members, unpack }) => {
    const found: InputPicture[] = [];
    for (const [k, name] of [...members.keys()].sort().entries()) {
      const to = join(folder, `${k}${extname(name)}`);
      await unpack(name, to);
      found.push({ file: to, name: basename(name) });
    }
    return found;
  });
}

/**
 * The pictures that files, folders and ZIP archives hold, in the order in which they are named.
 * @throws UsageError when there is none
 */
export async function inputPictures(
  inputs: readonly string[],
  made: (folder: string) => void,
): Promise<InputPicture[]> {
  const found: InputPicture[] = [];
  for (const input of inputs) {
    if (statSync(input, { throwIfNoEntry: false })?.isDirectory()) {
      const names = readdirSync(input).filter(isPicture).sort();
      found.push(...names.map((name) => ({ file: join(input, name), name })));
    } else if (extname(input).toLowerCase() === '.zip') {
      found.push(...(await ofArchive(readableFile(input), made)));
    } else {
      found.push({ file: readableFile(input), name: basename(input) });
    }
  }
  if (found.length === 0) throw new UsageError(`There is no picture in ${inputs.join(', ')}.`);
  return found;
}
