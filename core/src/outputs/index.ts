import type { Job, Pass } from '../document/types.ts';
import { printingPasses } from '../print/printing-passes.ts';
import { pressFault } from '../print/ink-levels.ts';
import { printsOf } from '../print/plate-values.ts';
import { compositePdf } from './composite-pdf.ts';
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
] as const;

export type OutputName = (typeof OUTPUTS)[number]['name'];

export const outputOf = (name: OutputName): Output<OutputName> => OUTPUTS.find((k) => k.name === name)!;

export interface OutputAsked {
  readonly kind: OutputName;
  /** Id of the pass, if an output of one pass is asked for. */
  readonly pass?: string;
}

/** An output that a job cannot give, in one sentence. */
export class OutputError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'OutputError';
  }
}

/** The passes whose plates an output needs, in print order. */
export function passesFor(job: Job, asked: OutputAsked): readonly Pass[] {
  return outputOf(asked.kind).of === 'pass' ? job.passes.filter((p) => p.id === asked.pass) : printingPasses(job);
}

/** @throws OutputError when a job cannot give an output */
export function checkOutput(job: Job, asked: OutputAsked): void {
  const entry = outputOf(asked.kind);
  const passes = passesFor(job, asked);
  if (entry.of === 'pass' && passes.length === 0) throw new OutputError('"pass" must name a pass of this job.');
  const own = entry.fault?.(job);
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
  return `${fileWords([job.title, pass, fileName].join(' ')) || 'print'}.${ending}`;
}

/** Writes an output of a job. `progress` is called with the share done, 0..1. */
export function writeOutput(
  env: OutputEnv,
  job: Job,
  asked: OutputAsked,
  sink: OutputSink,
  progress?: (share: number) => void,
): Promise<void> {
  return outputOf(asked.kind).write({ env, job, passes: passesFor(job, asked), progress }, sink);
}

/** Estimates the size of an output's file in bytes by making and compressing a few bands of it. */
export const estimateOutput = async (env: OutputEnv, job: Job, asked: OutputAsked): Promise<number> =>
  outputOf(asked.kind).estimate({ env, job, passes: passesFor(job, asked) });
