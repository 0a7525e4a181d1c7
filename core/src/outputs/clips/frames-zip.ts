import { openArchive } from '../archive-entries.ts';
import { clipOutput } from './clip-output.ts';
import { printedFrames } from './frames.ts';
import { packFrame } from './still-png.ts';

/** Digits of the number of a frame. */
const DIGITS = 4;

/** Name of the file of a drawing, counted from 1. */
const frameFileName = (drawing: number): string => `frame-${String(drawing + 1).padStart(DIGITS, '0')}.png`;

export const framesZip = clipOutput({
  name: 'clip-frames',
  label: 'Frames, ZIP',
  about: 'A PNG of every drawing, numbered, with a list of how long each is shown.',
  ending: 'zip',
  type: 'application/zip',
  fileName: 'frames',
  longest: 2147483647,
  alpha: true,
  async write({ env, job, progress }, sink, drawings) {
    const { rate } = job.motion.settings;
    const archive = openArchive(sink);
    const times: string[] = ['file,begins_s,lasts_s'];
    let k = 0;
    for await (const { drawing, bytes } of printedFrames(env, job, drawings, progress)) {
      const pieces: Uint8Array[] = [];
      packFrame(job, bytes, (piece) => pieces.push(piece.slice()));
      archive.add(frameFileName(k), pieces);
      times.push([frameFileName(k), drawing.frame / rate, drawing.frames / rate].join(','));
      k++;
    }
    archive.addText('times.csv', `${times.join('\n')}\n`);
    archive.end();
  },
});
