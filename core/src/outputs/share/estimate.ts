import type { Job } from '../../document/types.ts';
import { createPngWriter } from '../../formats/png.ts';
import type { EncodedFormat, Held, OutputEnv } from '../output.ts';
import { sharedRows } from './shared-rows.ts';
import { sharedFrame } from './size.ts';

/** Pictures up to this many pixels are made whole, so that their size is right. */
const SMALL = 1.5e6;
/** Bands that are tried of a larger one, and rows of the picture in each. */
const BANDS = 8;
const ROWS = 32;

/** Bytes of a shared picture, nearly: a few bands of it are made and compressed. */
export async function estimateShared(env: OutputEnv, job: Job, encoded: EncodedFormat | null): Promise<number> {
  const frame = sharedFrame(job);
  const { width, height } = frame;
  const small = width * height <= SMALL || height <= BANDS * ROWS;
  const bands = small ? [{ first: 0, rows: height }] : spread(height);
  const rows = bands.reduce((sum, band) => sum + band.rows, 0);
  const clear = job.share.ground === 'ink';
  const pieces: Uint8Array[] = [];
  const png = createPngWriter({
    width,
    height: rows,
    ppi: frame.ppi,
    kind: clear ? 'rgba' : 'rgb',
    profile: env.profile,
    write: (piece) => pieces.push(piece.slice()),
  });
  for (const { first, rows: height } of bands) {
    const part = { ...frame, originY: frame.originY + first, height };
    for (const made of sharedRows(env, job, part, !small)) png.rows(made.bytes, (clear ? 4 : 3) * width, made.rows);
  }
  png.end();
  const bytesOf = (list: readonly Uint8Array[]) => list.reduce((sum, piece) => sum + piece.length, 0);
  if (!encoded) return Math.round((bytesOf(pieces) * height) / rows);
  const held: Held = { length: bytesOf(pieces), pieces: () => pieces };
  let bytes = 0;
  for await (const piece of env.encode(held, { format: encoded, quality: job.share.quality })) bytes += piece.length;
  return Math.round((bytes * height) / rows);
}

/** Bands spread over a picture. */
const spread = (height: number) =>
  Array.from({ length: BANDS }, (_, k) => ({ first: Math.floor(((height - ROWS) * (k + 0.5)) / BANDS), rows: ROWS }));
