import { createApngWriter } from '../../formats/apng.ts';
import { clipOutput } from './clip-output.ts';
import { clipChannels, clipFrame, printedFrames } from './frames.ts';

/** Parts of a second by which a rate such as 29.97 is told. */
const PARTS = 1000;

export const clipApng = clipOutput({
  name: 'clip-apng',
  label: 'Clip, APNG',
  about: 'An animated PNG: every colour as it is, with soft edges where it is transparent.',
  ending: 'png',
  type: 'image/apng',
  fileName: '',
  longest: 2147483647,
  alpha: true,
  async write({ env, job, progress }, sink, drawings) {
    const { loop, rate } = job.motion.settings;
    const apng = createApngWriter({
      ...clipFrame(job),
      channels: clipChannels(job),
      frames: drawings.length,
      loop,
      write: (piece) => sink.write(piece),
    });
    for await (const { drawing, bytes } of printedFrames(env, job, drawings, progress))
      apng.frame(bytes, { parts: PARTS * drawing.frames, whole: Math.round(PARTS * rate) });
    apng.end();
  },
});
