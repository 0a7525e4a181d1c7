import { moves } from '../../document/motion-at.ts';
import type { Job } from '../../document/types.ts';
import { type Drawing, drawingsOf } from '../../motion/motion.ts';
import { type EstimateWork, type Output, type OutputSink, type OutputWork, output } from '../output.ts';
import { clipFrame } from './frames.ts';

/** Drawings that are made to tell the size of a file, one after the other: some formats leave out what does not change. */
const TRIED = 4;

/** A file of frames as its own definition states it. */
interface ClipFormat<N extends string> {
  readonly name: N;
  readonly label: string;
  readonly about: string;
  readonly ending: string;
  readonly type: string;
  readonly fileName: string;
  /** Pixels that a side of a frame can have. */
  readonly longest: number;
  readonly alpha: boolean;
  fault?(job: Job): string | null;
  /** Writes a file of some drawings. */
  write(work: OutputWork, sink: OutputSink, drawings: readonly Drawing[]): Promise<void>;
}

const STILL = 'Nothing of this job moves; add a clip, or a key to a setting, in the Motion view.';

function clipFault(job: Job, { label, longest, alpha, fault }: ClipFormat<string>): string | null {
  if (!moves(job)) return STILL;
  const { width, height } = clipFrame(job);
  if (Math.max(width, height) > longest)
    return `The frames of this file can have at most ${longest} pixels on a side and these would have ${width} × ${height}; choose smaller frames.`;
  if (!alpha && job.motion.settings.ground === 'ink')
    return `${label} cannot be transparent; show the stock, or take another format.`;
  return fault?.(job) ?? null;
}

/** A sink that only counts, with asides that are kept in memory. */
function countingSink(): OutputSink & { readonly bytes: number } {
  let bytes = 0;
  return {
    get bytes() {
      return bytes;
    },
    write(piece) {
      bytes += piece.length;
    },
    patch() {},
    aside() {
      const held: Uint8Array[] = [];
      return {
        write: (piece) => void held.push(piece.slice()),
        patch() {},
        get length() {
          return held.reduce((sum, { length }) => sum + length, 0);
        },
        pieces: () => held,
      };
    },
  };
}

/** Bytes of a file of frames, nearly: a few drawings from the middle of the clip are made and packed. */
async function estimateClip(work: EstimateWork, { write }: ClipFormat<string>): Promise<number> {
  const all = drawingsOf(work.job.motion.settings);
  const first = Math.max(0, Math.floor((all.length - TRIED) / 2));
  const bytesOf = async (drawings: readonly Drawing[]): Promise<number> => {
    const sink = countingSink();
    await write(work, sink, drawings);
    return sink.bytes;
  };
  const some = await bytesOf(all.slice(first, first + TRIED));
  if (all.length <= TRIED) return some;
  const one = await bytesOf(all.slice(first, first + 1));
  return Math.round(one + ((some - one) / (TRIED - 1)) * (all.length - 1));
}

/** An output of all frames of a clip. */
export const clipOutput = <const N extends string>(format: ClipFormat<N>): Output<N> =>
  output({
    name: format.name,
    label: format.label,
    about: format.about,
    ending: format.ending,
    type: format.type,
    of: 'job',
    oneBit: false,
    moves: true,
    fileName: format.fileName,
    fault: (job) => clipFault(job, format),
    write: (work, sink) => format.write(work, sink, drawingsOf(work.job.motion.settings)),
    estimate: (work) => estimateClip(work, format),
  });
