import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import {
  formOf,
  keyOfPart,
  type Kernels,
  makePlatePart,
  type OutputEnv,
  type PictureLookup,
  type PlateForm,
  printFrame,
} from '@chromatype/core';
import { fileOfPrint, thumbFile } from '../batch/batch-folder.ts';
import { makePrint } from '../batch/make-print.ts';
import { outputEnv } from '../render/output-env.ts';
import { type PartHeader, writePart } from './part-file.ts';
import type { PartWork } from './part-work.ts';

export interface PartTask {
  readonly kernels: Kernels;
  readonly work: PartWork;
  readonly pictures: PictureLookup;
  readonly load?: OutputEnv['load'];
  /** Where the part is written; it appears only when it is whole. */
  readonly file: string;
  /** Hears the share done, 0..1. */
  progress?(share: number): void;
}

type Take = (bytes: Uint8Array) => void;
type Of<D extends PartWork['does']> = PartTask & { readonly work: Extract<PartWork, { does: D }> };

function plate({ kernels, pictures, work, progress }: Of<'plate'>, take: Take): PartHeader {
  const env = { kernels, pictures };
  const { job, part } = work;
  let form: PlateForm | null = null;
  makePlatePart(
    env,
    job,
    part,
    (rows) => {
      form ??= formOf(rows);
      take(rows.data);
    },
    progress,
  );
  return { does: 'plate', key: keyOfPart(env, job, part), from: part.from, to: part.to, form: form! };
}

async function frames({ kernels, pictures, load, work, progress }: Of<'frames'>, take: Take): Promise<PartHeader> {
  const env = await outputEnv(kernels, pictures, load);
  let each = 0;
  for (const [k, frame] of work.frames.entries()) {
    const bytes = await printFrame(env, work.job, frame);
    each = bytes.length;
    take(bytes);
    progress?.((k + 1) / work.frames.length);
  }
  return { does: 'frames', frames: work.frames, each };
}

async function print(task: Of<'print'>, take: Take): Promise<PartHeader> {
  const { work, file, ...own } = task;
  const folder = await mkdtemp(join(dirname(file), 'print-'));
  try {
    const outcome = await makePrint({ ...own, asked: work.asked, print: work.print, folder });
    let thumbBytes = 0;
    if ('files' in outcome) {
      for (const { name } of outcome.files) take(await readFile(fileOfPrint(folder, name)));
      if (outcome.thumb) {
        const thumb = await readFile(thumbFile(folder));
        thumbBytes = thumb.length;
        take(thumb);
      }
    }
    return { does: 'print', outcome, thumbBytes };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Does the work of a part and writes it into a file. Returns its bytes. */
export function makePart(task: PartTask): Promise<number> {
  return writePart(task.file, (take) => {
    if (task.work.does === 'plate') return plate(task as Of<'plate'>, take);
    return task.work.does === 'frames' ? frames(task as Of<'frames'>, take) : print(task as Of<'print'>, take);
  });
}
