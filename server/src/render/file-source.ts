import { closeSync, openSync, readSync } from 'node:fs';
import { countCache, type PictureSource } from '@chromatype/core';

/** A picture's pixels on the disk. */
export interface StoredPicture {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly file: string;
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

/** Opens every picture of a job; a picture that is missing prints nothing. */
export function openPictures(stored: readonly StoredPicture[]) {
  const open = new Map<string, ReturnType<typeof openFileSource>>();
  return {
    lookup(hash: string): PictureSource | null {
      const known = open.get(hash);
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
