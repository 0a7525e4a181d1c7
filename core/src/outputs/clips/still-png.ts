import type { Job } from '../../document/types.ts';
import { createPngWriter } from '../../formats/png.ts';
import { clipChannels, clipFrame } from './frames.ts';

/** Packs the pixels of a frame as a PNG and hands on its pieces. */
export function packFrame(job: Job, bytes: Uint8Array, write: (piece: Uint8Array) => void): void {
  const channels = clipChannels(job);
  const { width, height, ppi } = clipFrame(job);
  const png = createPngWriter({ width, height, ppi, kind: channels === 4 ? 'rgba' : 'rgb', write });
  png.rows(bytes, channels * width, height);
  png.end();
}
