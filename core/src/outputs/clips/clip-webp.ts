import { createAnimatedWebp } from '../../formats/webp.ts';
import { ticksOf } from '../../motion/motion.ts';
import type { OutputEnv } from '../output.ts';
import { clipOutput } from './clip-output.ts';
import { clipChannels, clipFrame, printedFrames } from './frames.ts';
import { packFrame } from './still-png.ts';

const TICKS = 1000;

/** A PNG as a still WebP that has lost nothing. */
async function stillWebp(env: OutputEnv, pieces: readonly Uint8Array[]): Promise<Uint8Array> {
  const length = pieces.reduce((sum, piece) => sum + piece.length, 0);
  const made: Uint8Array[] = [];
  const held = { length, pieces: () => pieces };
  for await (const piece of env.encode(held, { format: 'webp', quality: 100, lossless: true })) made.push(piece);
  const out = new Uint8Array(made.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of made) {
    out.set(piece, at);
    at += piece.length;
  }
  return out;
}

export const clipWebp = clipOutput({
  name: 'clip-webp',
  label: 'Clip, WebP',
  about: 'A smaller file than APNG with the same colours; it can be transparent.',
  ending: 'webp',
  type: 'image/webp',
  fileName: '',
  longest: 16383,
  alpha: true,
  async write({ env, job, progress }, sink, drawings) {
    const { settings } = job.motion;
    const ticks = ticksOf(settings, TICKS);
    const each = Math.max(1, drawings[0]?.frames ?? 1);
    const webp = createAnimatedWebp({
      ...clipFrame(job),
      alpha: clipChannels(job) === 4,
      loop: settings.loop,
      sink,
    });
    for await (const { drawing, bytes } of printedFrames(env, job, drawings, progress)) {
      const pieces: Uint8Array[] = [];
      packFrame(job, bytes, (piece) => pieces.push(piece.slice()));
      webp.frame(await stillWebp(env, pieces), ticks[Math.floor(drawing.frame / each)]!);
    }
    webp.end();
  },
});
