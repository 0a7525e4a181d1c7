import { jobAtFrame } from '../../document/motion-at.ts';
import type { Job } from '../../document/types.ts';
import { type Drawing, drawingsOf } from '../../motion/motion.ts';
import { pixelNames } from '../../picture/types.ts';
import { createFrameMemory, type FrameMemory } from '../../print/frame-memory.ts';
import type { OutputEnv } from '../output.ts';
import { sharedRows } from '../share/shared-rows.ts';
import { type SharedFrame, sharedFrame } from '../share/size.ts';

/** The still job of a frame as a clip shows it: at the size of the clip's frames, with the stock or without. */
export function frameJob(job: Job, frame: number): Job {
  const { size, width, ground } = job.motion.settings;
  const by = size === 'width' ? ({ by: 'width', width } as const) : ({ by: 'scale', scale: 1 } as const);
  const still = jobAtFrame(job, frame);
  return { ...still, share: { ...still.share, ...by, ground: ground as 'stock' | 'ink', bleed: false } };
}

/** Pixels of the frames of a clip, and where they lie on the sheet. */
export const clipFrame = (job: Job): SharedFrame => sharedFrame(frameJob(job, 0));

/** Channels of the frames of a clip: with alpha where they show the ink alone. */
export const clipChannels = ({ motion }: Job): 3 | 4 => (motion.settings.ground === 'ink' ? 4 : 3);

/** A printed drawing of a clip: its pixels, row after row. */
export interface PrintedFrame {
  readonly drawing: Drawing;
  readonly bytes: Uint8Array;
}

/** What is remembered from frame to frame, as the motion of a job asks. */
export const memoryFor = ({ motion: { settings } }: Job): FrameMemory =>
  createFrameMemory(settings.holdWithin, settings.hold);

/** Prints one frame of a clip. `memory`: of the frames before it, where still parts are held. */
export async function printFrame(
  env: OutputEnv,
  job: Job,
  frame: number,
  memory?: FrameMemory,
  progress?: (share: number) => void,
): Promise<Uint8Array> {
  const made = env.frames?.(frame);
  if (made) return made;
  const still = frameJob(job, frame);
  await env.load?.(pixelNames(still.pictures));
  const channels = clipChannels(job);
  const { width, height } = sharedFrame(still);
  const bytes = new Uint8Array(channels * width * height);
  let at = 0;
  for (const rows of sharedRows({ ...env, memory }, still)) {
    bytes.set(rows.bytes, at);
    at += rows.bytes.length;
    progress?.(rows.done);
  }
  return bytes;
}

/** Prints some drawings of a clip, one after the other. `progress` is called with the share done, 0..1. */
export async function* printedFrames(
  env: OutputEnv,
  job: Job,
  drawings: readonly Drawing[] = drawingsOf(job.motion.settings),
  progress?: (share: number) => void,
): AsyncGenerator<PrintedFrame> {
  const memory = job.motion.settings.hold ? memoryFor(job) : undefined;
  for (const [k, drawing] of drawings.entries()) {
    const tell = (share: number) => progress?.((k + share) / drawings.length);
    yield { drawing, bytes: await printFrame(env, job, drawing.frame, memory, tell) };
    tell(1);
  }
}
