import type { Job } from '../../document/types.ts';
import { createPngWriter } from '../../formats/png.ts';
import { type EncodedFormat, type Output, type OutputEnv, output } from '../output.ts';
import type { FileSink } from '../../formats/tiff.ts';
import { estimateShared } from './estimate.ts';
import { type SharedRows, sharedRows } from './shared-rows.ts';
import { type SharedFrame, sharedFrame } from './size.ts';

/** Writes rows of a shared picture as PNG with its colour profile. */
export function writeSharedPng(
  env: OutputEnv,
  job: Job,
  frame: SharedFrame,
  rows: Iterable<SharedRows>,
  sink: Pick<FileSink, 'write'>,
  progress?: (share: number) => void,
): void {
  const clear = job.share.ground === 'ink';
  const png = createPngWriter({
    width: frame.width,
    height: frame.height,
    ppi: frame.ppi,
    kind: clear ? 'rgba' : 'rgb',
    profile: env.profile,
    write: (piece) => sink.write(piece),
  });
  for (const { bytes, rows: count, done } of rows) {
    png.rows(bytes, (clear ? 4 : 3) * frame.width, count);
    progress?.(done);
  }
  png.end();
}

interface SharedFormat<N extends string> {
  readonly name: N;
  readonly label: string;
  readonly about: string;
  readonly ending: string;
  readonly type: string;
  /** What a PNG is turned into; null if it stays one. */
  readonly encoded: EncodedFormat | null;
  /** Longest side that the format can have. */
  readonly longest: number;
  readonly alpha: boolean;
}

/** Says why a job cannot be shared in a format; null if it can. */
function sharedFault(job: Job, { ending, longest, alpha }: SharedFormat<string>): string | null {
  const { width, height } = sharedFrame(job);
  const format = ending === 'webp' ? 'WebP' : ending === 'jpg' ? 'JPEG' : 'PNG';
  if (Math.max(width, height) > longest)
    return `A ${format} can have at most ${longest} pixels on a side and this one would have ${width} × ${height}; choose a smaller size.`;
  if (!alpha && job.share.ground === 'ink')
    return `A ${format} cannot be transparent; share the ink alone as PNG or WebP, or show the stock.`;
  return null;
}

/** An output to be shown on screens and sent about. */
export function shareOutput<const N extends string>(format: SharedFormat<N>): Output<N> {
  const { encoded } = format;
  return output({
    name: format.name,
    label: format.label,
    about: format.about,
    ending: format.ending,
    type: format.type,
    of: 'job',
    oneBit: false,
    fileName: '',
    fault: (job) => sharedFault(job, format),
    async write({ env, job, progress }, sink) {
      const frame = sharedFrame(job);
      const rows = sharedRows(env, job, frame);
      if (!encoded) {
        writeSharedPng(env, job, frame, rows, sink, progress);
        return;
      }
      const png = sink.aside();
      writeSharedPng(env, job, frame, rows, png, (share) => progress?.(0.9 * share));
      for await (const piece of env.encode(png, { format: encoded, quality: job.share.quality })) sink.write(piece);
      progress?.(1);
    },
    estimate: ({ env, job }) => estimateShared(env, job, encoded),
  });
}
