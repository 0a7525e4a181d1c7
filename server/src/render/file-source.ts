import { closeSync, openSync, readSync } from 'node:fs';
import { countCache, fileOfFrame, memorySource, type PictureSource } from '@chromatype/core';
import { decodeFrame } from '../clips/frame-pixels.ts';
import { type FrameFiles, readFrame, readFrameEnds } from '../clips/frame-store.ts';

/** A picture's pixels on the disk. */
export interface StoredPicture {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly file: string;
  /** Of a clip: where its frames are. */
  readonly clip?: FrameFiles | null;
}

/** Rows are read and kept in bands of about this many bytes; two bands cover any resampling kernel's reach. */
const BAND_BYTES = 4 << 20;
const BANDS = 3;

/** Reads a stored picture a band of rows at a time, so that memory follows its width. */
export function openFileSource(picture: StoredPicture): PictureSource & { close(): void } {
  let handle: number | null = openSync(picture.file, 'r');
  const stride = picture.width * picture.channels;
  const bandRows = Math.max(1, Math.floor(BAND_BYTES / stride));
  const bands = countCache<Uint8Array>(BANDS);

  function bandAt(index: number): Uint8Array {
    // The system gives the number of a closed file to the next one that is opened.
    if (handle === null) throw new Error('A stored picture was read after it had been closed.');
    const known = bands.get(`${index}`);
    if (known) return known;
    const rows = Math.min(bandRows, picture.height - index * bandRows);
    const band = new Uint8Array(rows * stride);
    const got = readSync(handle, band, 0, band.length, index * bandRows * stride);
    if (got !== band.length) throw new Error('A stored picture is incomplete.');
    bands.set(`${index}`, band);
    return band;
  }

  const { width, height, channels } = picture;
  return {
    width,
    height,
    channels,
    read(y, count) {
      const first = Math.floor(y / bandRows);
      const from = (y - first * bandRows) * stride;
      if (y + count <= (first + 1) * bandRows) return bandAt(first).subarray(from, from + count * stride);
      const out = new Uint8Array(count * stride);
      for (let k = 0; k < count; k++) out.set(this.read(y + k, 1), k * stride);
      return out;
    },
    close() {
      if (handle !== null) closeSync(handle);
      handle = null;
    },
  };
}

/** A frame of a stored clip, decoded; null where there is none. */
async function openFrame(stored: readonly StoredPicture[], name: string): Promise<PictureSource | null> {
  const { hash, frame } = fileOfFrame(name);
  const clip = stored.find((p) => p.hash === hash)?.clip;
  if (!clip) return null;
  const ends = await readFrameEnds(clip);
  if (frame >= ends.length) return null;
  const { width, height, channels, data } = await decodeFrame(await readFrame(clip, ends, frame));
  return memorySource(width, height, channels, data);
}

/** Opens every picture of a job; a picture that is missing prints nothing. */
export function openPictures(stored: readonly StoredPicture[]) {
  let frames = new Map<string, PictureSource>();
  const open = new Map<string, ReturnType<typeof openFileSource>>();
  return {
    /** Decodes the frames that are printed next. Others are let go, so that a clip never lies in memory whole. */
    async load(names: readonly string[]): Promise<void> {
      const next = new Map<string, PictureSource>();
      for (const name of names.filter((n) => fileOfFrame(n).frame > 0)) {
        const source = frames.get(name) ?? (await openFrame(stored, name));
        if (source) next.set(name, source);
      }
      frames = next;
    },
    lookup(hash: string): PictureSource | null {
      const known = open.get(hash) ?? frames.get(hash);
      if (known) return known;
      const picture = stored.find((p) => p.hash === hash);
      if (!picture) return null;
      const source = openFileSource(picture);
      open.set(hash, source);
      return source;
    },
    close(): void {
      for (const source of open.values()) source.close();
    },
  };
}
