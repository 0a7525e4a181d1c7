import type { Job } from '../../document/types.ts';
import { createPngWriter } from '../../formats/png.ts';
import { drawingsOf } from '../../motion/motion.ts';
import { clipOutput } from './clip-output.ts';
import { clipChannels, clipFrame, printedFrames } from './frames.ts';

/** Pixels of a sprite sheet at most: as many as a picture that is taken in. */
const MOST_PIXELS = 200e6;

/** Frames in a row of a sprite sheet: as many as make it as wide as it is high, nearly. */
export function spriteColumns(job: Job, count = drawingsOf(job.motion.settings).length): number {
  const { width, height } = clipFrame(job);
  return Math.max(1, Math.min(count, Math.round(Math.sqrt((count * height) / width))));
}

export const spriteSheet = clipOutput({
  name: 'clip-sprites',
  label: 'Sprite sheet, PNG',
  about: 'All drawings in rows, from left to right and top to bottom, in one PNG.',
  ending: 'png',
  type: 'image/png',
  fileName: 'sprites',
  longest: 2147483647,
  alpha: true,
  fault(job) {
    const { width, height } = clipFrame(job);
    const count = drawingsOf(job.motion.settings).length;
    return width * height * count > MOST_PIXELS
      ? `The sprite sheet would have ${Math.round((width * height * count) / 1e6)} megapixels; at most 200 are made. Choose smaller frames or a shorter clip.`
      : null;
  },
  async write({ env, job, progress }, sink, drawings) {
    const { width, height, ppi } = clipFrame(job);
    const channels = clipChannels(job);
    const columns = spriteColumns(job, drawings.length);
    const lines = Math.ceil(drawings.length / columns);
    const stride = columns * width * channels;
    const png = createPngWriter({
      width: columns * width,
      height: lines * height,
      ppi,
      kind: channels === 4 ? 'rgba' : 'rgb',
      write: (piece) => sink.write(piece),
    });
    let line = new Uint8Array(stride * height);
    let k = 0;
    for await (const { bytes } of printedFrames(env, job, drawings, progress)) {
      const left = (k % columns) * width * channels;
      const row = width * channels;
      for (let y = 0; y < height; y++) line.set(bytes.subarray(y * row, (y + 1) * row), y * stride + left);
      k++;
      if (k % columns !== 0 && k < drawings.length) continue;
      png.rows(line, stride, height);
      line = new Uint8Array(stride * height);
    }
    png.end();
  },
});
