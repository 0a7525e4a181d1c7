import { printingPasses } from '../print/printing-passes.ts';
import type { Job } from '../document/types.ts';
import type { OutputAsked, OutputName } from '../outputs/index.ts';

/** A format of the files of a batch: the output that it is, of the whole print or of each plate. */
export interface BatchFormat {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly output: OutputName;
  readonly each: 'print' | 'plate';
}

/** Formats that a batch writes, by the endings that the command line takes. */
export const BATCH_FORMATS = [
  { name: 'png', label: 'PNG', about: 'The sheet in colour, every pixel.', output: 'sheet', each: 'print' },
  { name: 'jpg', label: 'JPEG', about: 'A picture to show.', output: 'share-jpeg', each: 'print' },
  { name: 'webp', label: 'WebP', about: 'A smaller picture to show.', output: 'share-webp', each: 'print' },
  { name: 'pdf', label: 'PDF', about: 'All plates on pages of one file.', output: 'plates-pdf', each: 'print' },
  { name: 'tif', label: 'TIFF', about: 'Each plate in a file of one bit.', output: 'plate-tif', each: 'plate' },
  {
    name: 'svg',
    label: 'SVG',
    about: 'The outlines of marks, where the recipe has some.',
    output: 'marks-svg',
    each: 'print',
  },
] as const satisfies readonly BatchFormat[];

export type BatchFormatName = (typeof BATCH_FORMATS)[number]['name'];

export const batchFormat = (name: BatchFormatName): BatchFormat => BATCH_FORMATS.find((f) => f.name === name)!;

/** The outputs that a job gives in a format, and what is added to the name of each. */
export function outputsIn(
  job: Job,
  name: BatchFormatName,
): readonly { readonly asked: OutputAsked; readonly suffix: string }[] {
  const { output, each } = batchFormat(name);
  if (each === 'print') return [{ asked: { kind: output }, suffix: '' }];
  return printingPasses(job).map((pass) => ({ asked: { kind: output, pass: pass.id }, suffix: ` ${pass.name}` }));
}
