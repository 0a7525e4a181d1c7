import { createGifWriter } from '../../formats/gif.ts';
import { ticksOf } from '../../motion/motion.ts';
import { clipOutput } from './clip-output.ts';
import { clipChannels, clipFrame, printedFrames } from './frames.ts';

/** Browsers show frames of less than two hundredths of a second for ten. */
const FASTEST = 50;
const TICKS = 100;

export const clipGif = clipOutput({
  name: 'clip-gif',
  label: 'Clip, GIF',
  about: 'Shown by everything; up to 256 colours a frame, so that a print in a few inks comes out exactly.',
  ending: 'gif',
  type: 'image/gif',
  fileName: '',
  longest: 65535,
  alpha: true,
  fault: ({ motion }) =>
    motion.settings.rate > FASTEST
      ? `A GIF shows at most ${FASTEST} frames a second; choose a lower rate or another format.`
      : null,
  async write({ env, job, progress }, sink, drawings) {
    const { settings } = job.motion;
    const ticks = ticksOf(settings, TICKS);
    const each = Math.max(1, drawings[0]?.frames ?? 1);
    const gif = await createGifWriter({
      ...clipFrame(job),
      loop: settings.loop,
      write: (piece) => sink.write(piece),
    });
    for await (const { drawing, bytes } of printedFrames(env, job, drawings, progress))
      gif.frame(bytes, clipChannels(job), ticks[Math.floor(drawing.frame / each)]!);
    gif.end();
  },
});
