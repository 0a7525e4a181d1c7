import { closeSync, openSync, writeSync } from 'node:fs';
import { open, readFile, writeFile } from 'node:fs/promises';

/** The frames of a clip in one file, one encoded picture after the other, and where each of them ends. */
export interface FrameFiles {
  readonly frames: string;
  readonly index: string;
  /** Small copies of all frames, RGBA rows, each as long as the others. */
  readonly small: string;
}

/** Takes frames in their order. */
export interface FrameWriter {
  add(encoded: Uint8Array, small: Uint8Array): void;
  /** Writes down where each frame ends. */
  end(): Promise<void>;
  /** Lets go of the files without ending them. */
  close(): void;
}

export function createFrameWriter(files: FrameFiles): FrameWriter {
  const [frames, small] = [openSync(files.frames, 'w'), openSync(files.small, 'w')];
  const ends: number[] = [];
  let open = true;
  const close = (): void => {
    if (!open) return;
    open = false;
    closeSync(frames);
    closeSync(small);
  };
  const append = (handle: number, bytes: Uint8Array): void => {
    for (let at = 0; at < bytes.length; ) at += writeSync(handle, bytes, at);
  };
  return {
    add(encoded, copy) {
      append(frames, encoded);
      append(small, copy);
      ends.push((ends.at(-1) ?? 0) + encoded.length);
    },
    async end() {
      close();
      await writeFile(files.index, JSON.stringify(ends));
    },
    close,
  };
}

/** Where the frames of a clip end in their file, in bytes. */
export const readFrameEnds = async ({ index }: Pick<FrameFiles, 'index'>): Promise<number[]> =>
  JSON.parse(await readFile(index, 'utf8')) as number[];

/** @throws Error when a part of a file is not there */
async function readPart(file: string, from: number, bytes: number): Promise<Buffer> {
  const handle = await open(file, 'r');
  try {
    const out = Buffer.alloc(bytes);
    const { bytesRead } = await handle.read(out, 0, bytes, from);
    if (bytesRead !== bytes) throw new Error('The frames of a stored clip are incomplete.');
    return out;
  } finally {
    await handle.close();
  }
}

/** One frame as it is encoded. */
export async function readFrame(files: FrameFiles, ends: readonly number[], frame: number): Promise<Buffer> {
  const from = frame === 0 ? 0 : ends[frame - 1]!;
  return readPart(files.frames, from, ends[frame]! - from);
}

/** Small copies of some frames, one after the other. `bytes`: of each. */
export const readSmallFrames = (files: FrameFiles, bytes: number, first: number, count: number): Promise<Buffer> =>
  readPart(files.small, first * bytes, count * bytes);
