import { type Job, type OutputAsked, type PictureLookup, writeOutput } from '../src/index.ts';
import { kernels } from './plates.ts';

/** What writers need, without words and without other formats than our own. */
export const outputEnv = (pictures: PictureLookup) => ({
  kernels,
  pictures,
  words: () => ({ path: '', width: 0 }),
  profile: new Uint8Array(),
  encode(): never {
    throw new Error('No imaging library is at hand.');
  },
});

/** An output of a job as one piece of memory; asides are kept in memory too. */
export async function outputBytes(job: Job, asked: OutputAsked, pictures: PictureLookup): Promise<Uint8Array> {
  const pieces: Uint8Array[] = [];
  const sink = {
    write: (piece: Uint8Array) => void pieces.push(piece.slice()),
    patch() {
      throw new Error('This output is written without going back.');
    },
    aside() {
      const held: Uint8Array[] = [];
      return {
        write: (piece: Uint8Array) => void held.push(piece.slice()),
        patch() {
          throw new Error('An aside is written without going back.');
        },
        get length() {
          return held.reduce((sum, piece) => sum + piece.length, 0);
        },
        pieces: () => held,
      };
    },
  };
  await writeOutput(outputEnv(pictures), job, asked, sink);
  return Buffer.concat(pieces);
}
