import {
  drawingsOf,
  type Job,
  jobFor,
  type OutputAsked,
  outputOf,
  passesFor,
  plateParts,
  sheetPixels,
} from '@chromatype/core';
import type { PartWork } from './part-work.ts';

/** Pixels of one part of a plate, nearly: some seconds of work. */
const PART_PIXELS = 16e6;
/** Outputs with fewer pixels in all are made by the server itself: sending parts to and fro would take longer. */
const WORTH_IT = 24e6;
/** Drawings of a clip in one part. */
const DRAWINGS = 4;

/** Outputs of which the plates are made as they are, over the whole sheet. */
const OF_PLATES: readonly OutputAsked['kind'][] = [
  'sheet',
  'plate',
  'plate-tif',
  'plates-pdf',
  'composite-pdf',
  'proof',
  'proof-pdf',
  'package',
  'share-png',
  'share-jpeg',
  'share-webp',
  'layers-ora',
];

function clipParts(job: Job): PartWork[] {
  const drawings = drawingsOf(job.motion.settings);
  // A frame that holds still parts needs those before it.
  if (job.motion.settings.hold || drawings.length <= DRAWINGS) return [];
  return Array.from({ length: Math.ceil(drawings.length / DRAWINGS) }, (_, k) => ({
    does: 'frames' as const,
    job,
    frames: drawings.slice(k * DRAWINGS, (k + 1) * DRAWINGS).map(({ frame }) => frame),
  }));
}

/** The parts into which an output is divided among machines; none where it is made at once. */
export function planParts(job: Job, asked: OutputAsked): PartWork[] {
  if (outputOf(asked.kind).moves) return clipParts(job);
  if (!OF_PLATES.includes(asked.kind)) return [];
  const shown = jobFor(job, asked);
  const passes = passesFor(shown, asked);
  const { width, height } = sheetPixels(shown.sheet);
  if (width * height * passes.length < WORTH_IT) return [];
  return plateParts(shown, passes, PART_PIXELS / width).map((part) => ({ does: 'plate' as const, job: shown, part }));
}
