import { jobAtFrame } from '../document/motion-at.ts';
import type { Job, Pass } from '../document/types.ts';
import { frameCount } from '../motion/motion.ts';
import { printingPasses } from '../print/printing-passes.ts';
import { pixelNames } from '../picture/types.ts';
import { pressFault } from '../print/ink-levels.ts';
import { printsOf } from '../print/plate-values.ts';
import { compositePdf } from './composite-pdf.ts';
import { clipApng } from './clips/clip-apng.ts';
import { clipGif } from './clips/clip-gif.ts';
import { clipWebp } from './clips/clip-webp.ts';
import { framesZip } from './clips/frames-zip.ts';
import { marksAnimation } from './clips/marks-animation.ts';
import { spriteSheet } from './clips/sprite-sheet.ts';
import { fileWords } from './file-words.ts';
import { buildMap } from './marks/build-map.ts';
import { pieceCounts } from './marks/piece-counts.ts';
import { marksCsv } from './marks/marks-csv.ts';
import { marksDxf } from './marks/marks-dxf.ts';
import { marksPdf } from './marks/marks-pdf.ts';
import { marksSvg } from './marks/marks-svg.ts';
import type { Output, OutputEnv, OutputSink } from './output.ts';
import { layersOra } from './ora/layers-ora.ts';
import { packageZip } from './package-zip.ts';
import { platePng } from './plate-png.ts';
import { plateTiff } from './plate-tiff.ts';
import { platesPdf } from './plates-pdf.ts';
import { proofPdf } from './proof-pdf.ts';
import { proofPng } from './proof-png.ts';
import { shareJpeg } from './share/share-jpeg.ts';
import { sharePng } from './share/share-png.ts';
import { shareWebp } from './share/share-webp.ts';
import { repeatPng } from './repeat/repeat-png.ts';
import { repeatSvg } from './repeat/repeat-svg.ts';
import { orderCsv } from './stones/order-csv.ts';
import { placementMap } from './stones/placement-map.ts';
import { stonesProof } from './stones/proof.ts';
import { stonesCsv } from './stones/stones-csv.ts';
import { stonesDxf } from './stones/template-dxf.ts';
import { stonesPdf } from './stones/template-pdf.ts';
import { stonesSvg } from './stones/template-svg.ts';
import { sheetPng } from './sheet-png.ts';

export type {
  Aside,
  EncodeAsked,
  EncodedFormat,
  Held,
  Output,
  OutputEnv,
  OutputSink,
} from './output.ts';

/** Everything that can be taken out of a job, in the order in which it is offered. */
export const OUTPUTS = [
  sheetPng,
  platePng,
  plateTiff,
  platesPdf,
  compositePdf,
  proofPng,
  proofPdf,
  packageZip,
  sharePng,
  shareJpeg,
  shareWebp,
  layersOra,
  marksSvg,
  marksPdf,
  marksDxf,
  marksCsv,
  pieceCounts,
  buildMap,
  stonesSvg,
  stonesDxf,
  stonesPdf,
  placementMap,
  stonesCsv,
  orderCsv,
  stonesProof,
  repeatPng,
  repeatSvg,
  clipGif,
  clipApng,
  clipWebp,
  framesZip,
  spriteSheet,
  marksAnimation,
] as const;

export type OutputName = (typeof OUTPUTS)[number]['name'];

export const outputOf = (name: OutputName): Output<OutputName> => OUTPUTS.find((k) => k.name === name)!;

export interface OutputAsked {
  readonly kind: OutputName;
  /** Id of the pass, if an output of one pass is asked for. */
  readonly pass?: string;
  /** The frame of a job that moves which is taken out as a still; the job at rest if it is left out. */
  readonly frame?: number;
}

/** An output that a job cannot give, in one sentence. */
export class OutputError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'OutputError';
  }
}

/** The job that an output shows: where a frame is asked for, the still that it is. */
export const jobFor = (job: Job, { kind, frame }: OutputAsked): Job =>
  frame === undefined || outputOf(kind).moves ? job : jobAtFrame(job, frame);

/** The passes whose plates an output needs, in print order. */
export function passesFor(job: Job, asked: OutputAsked): readonly Pass[] {
  return outputOf(asked.kind).of === 'pass' ? job.passes.filter((p) => p.id === asked.pass) : printingPasses(job);
}

/** @throws OutputError when a job cannot give an output */
export function checkOutput(job: Job, asked: OutputAsked): void {
  const entry = outputOf(asked.kind);
  const frames = frameCount(job.motion.settings);
  if (asked.frame !== undefined && asked.frame >= frames)
    throw new OutputError(`This clip has ${frames} frames, counted from 0; there is no frame ${asked.frame}.`);
  const shown = jobFor(job, asked);
  const passes = passesFor(shown, asked);
  if (entry.of === 'pass' && passes.length === 0) throw new OutputError('"pass" must name a pass of this job.');
  const own = entry.fault?.(shown);
  if (own) throw new OutputError(own);
  if (!entry.oneBit) return;
  if (passes.length === 0) throw new OutputError('No pass prints; switch one on first.');
  const fault = passes.map(pressFault).find((said) => said !== null);
  if (fault) throw new OutputError(fault);
}

/** Name of an output's file, which every file system takes. */
export function outputFileName(job: Job, asked: OutputAsked): string {
  const { of, ending, fileName } = outputOf(asked.kind);
  const shown = of === 'pass' ? passesFor(job, asked)[0] : undefined;
  // What is no plate for a press says so in its name.
  const pass = shown ? [shown.name, printsOf(shown).artwork ? 'artwork' : ''].join(' ') : '';
  const frame = asked.frame === undefined ? '' : `frame ${asked.frame + 1}`;
  return `${fileWords([job.title, pass, fileName, frame].join(' ')) || 'print'}.${ending}`;
}

/** Writes an output of a job. `progress` is called with the share done, 0..1. */
export async function writeOutput(
  env: OutputEnv,
  job: Job,
  asked: OutputAsked,
  sink: OutputSink,
  progress?: (share: number) => void,
): Promise<void> {
  const shown = jobFor(job, asked);
  await env.load?.(pixelNames(shown.pictures));
  await outputOf(asked.kind).write({ env, job: shown, passes: passesFor(shown, asked), progress }, sink);
}

/** Estimates the size of an output's file in bytes by making and compressing a few bands of it. */
export async function estimateOutput(env: OutputEnv, job: Job, asked: OutputAsked): Promise<number> {
  const shown = jobFor(job, asked);
  await env.load?.(pixelNames(shown.pictures));
  return outputOf(asked.kind).estimate({ env, job: shown, passes: passesFor(shown, asked) });
}
