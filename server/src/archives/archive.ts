import { createWriteStream } from 'node:fs';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { crc32 } from 'node:zlib';
import { type Entry, openPromise, type ZipFile } from 'yauzl';

/** What an archive may hold: far more than the plates of a poster need. */
export const ARCHIVE_LIMITS = {
  entries: 1000,
  /** Bytes of one member and of all that are read, unpacked. */
  each: 500e6,
  total: 2e9,
} as const;

/** An archive that is not read, in one plain sentence. */
export class ArchiveError extends Error {}

/** Bytes of a local file header before its name (APPNOTE.TXT 6.3.10, 4.3.7). */
const LOCAL_HEADER = 30;

/** @throws ArchiveError when two members lie over each other, as only a bomb's do */
function checkOverlap(entries: readonly Entry[]): void {
  const parts = entries
    .map((e) => ({
      from: e.relativeOffsetOfLocalHeader,
      to: e.relativeOffsetOfLocalHeader + LOCAL_HEADER + e.fileNameLength + e.compressedSize,
    }))
    .sort((a, b) => a.from - b.from);
  if (parts.some(({ from }, k) => k > 0 && from < parts[k - 1]!.to)) {
    throw new ArchiveError('The members of this archive lie over each other; pack it again.');
  }
}

/** @throws ArchiveError for more bytes than are read */
function checkSizes(entries: readonly Entry[], most: number, each: number): void {
  const large = entries.find((e) => e.uncompressedSize > each);
  if (large) throw new ArchiveError(`A file in this archive is larger than ${each / 1e6} MB.`);
  const total = entries.reduce((sum, e) => sum + e.uncompressedSize, 0);
  if (total > most) throw new ArchiveError(`The files in this archive are larger than ${most / 1e9} GB together.`);
}

/** Passes bytes on and compares their CRC-32 at the end. */
function checked(expected: number): Transform {
  let crc = 0;
  return new Transform({
    transform(piece: Buffer, _encoding, done) {
      crc = crc32(piece, crc);
      done(null, piece);
    },
    flush: (done) => done(crc === expected ? null : new Error('The checksum of a member is wrong.')),
  });
}

/** Members of an archive that was opened. */
export interface Archive {
  /** The wanted members, by their names. */
  readonly members: ReadonlyMap<string, Entry>;
  /** Unpacks one member into a file, as it is read. @throws ArchiveError when it is damaged */
  unpack(name: string, file: string): Promise<void>;
}

async function entriesOf(zip: ZipFile, most: number): Promise<Entry[]> {
  if (zip.entryCount > most) {
    throw new ArchiveError(`This archive holds ${zip.entryCount} files; at most ${most} are looked at.`);
  }
  const entries: Entry[] = [];
  for await (const entry of zip.eachEntry()) entries.push(entry as Entry);
  return entries;
}

/**
 * Opens a ZIP archive and looks at its list of members before any of them is unpacked.
 * @throws ArchiveError when it is none, or holds more than is read
 */
export async function withArchive<T>(
  file: string,
  wanted: (name: string) => boolean,
  work: (archive: Archive) => Promise<T>,
  {
    entries: most = ARCHIVE_LIMITS.entries,
    total = ARCHIVE_LIMITS.total,
    each = ARCHIVE_LIMITS.each,
  }: Partial<Record<'entries' | 'total' | 'each', number>> = {},
): Promise<T> {
  const opened = async () => {
    const zip = await openPromise(file, { lazyEntries: true, autoClose: false });
    return { zip, entries: await entriesOf(zip, most) };
  };
  const { zip, entries } = await opened().catch((error: unknown) => {
    if (error instanceof ArchiveError) throw error;
    if (/invalid relative path|absolute path|invalid characters/.test(String(error)))
      throw new ArchiveError('A file in this archive has a path that leads out of it; the archive is not opened.');
    throw new ArchiveError('This is not a ZIP archive that can be opened.');
  });
  try {
    checkOverlap(entries);
    const members = new Map(entries.filter((e) => wanted(e.fileName)).map((e) => [e.fileName, e]));
    checkSizes([...members.values()], total, each);
    return await work({
      members,
      async unpack(name, to) {
        const entry = members.get(name)!;
        const source = await zip.openReadStreamPromise(entry).catch(() => {
          throw new ArchiveError(`A file in this archive cannot be unpacked.`);
        });
        const target = createWriteStream(to);
        await pipeline(source, checked(entry.crc32), target).catch((error: NodeJS.ErrnoException) => {
          if (error.syscall !== undefined) throw error;
          throw new ArchiveError('A file in this archive is damaged.');
        });
      },
    });
  } finally {
    zip.close();
  }
}
