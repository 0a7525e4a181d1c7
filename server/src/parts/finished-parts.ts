import { type FinishedPlates, plateOfRows } from '@chromatype/core';
import { type OpenPart, openPart, type PartHeader } from './part-file.ts';

type Opened<D extends PartHeader['does']> = OpenPart & { readonly header: Extract<PartHeader, { does: D }> };

/** Plates and frames that other machines have made, read from their files as they are wanted. */
export interface FinishedParts {
  readonly finished: FinishedPlates;
  frames(frame: number): Uint8Array | null;
  close(): void;
}

/** Opens the files of finished parts. */
export function openParts(files: readonly string[]): FinishedParts {
  const open = files.map(openPart);
  const plates = open.filter((p): p is Opened<'plate'> => p.header.does === 'plate');
  const clips = open.filter((p): p is Opened<'frames'> => p.header.does === 'frames');
  return {
    finished: {
      rows(key, y, rows) {
        const part = plates.find(({ header: h }) => h.from <= y && y + rows <= h.to && h.key === key);
        if (!part) return null;
        const { form, from } = part.header;
        return plateOfRows(form, rows, part.read((y - from) * form.stride, rows * form.stride));
      },
    },
    frames(frame) {
      const part = clips.find(({ header }) => header.frames.includes(frame));
      return part ? part.read(part.header.frames.indexOf(frame) * part.header.each, part.header.each) : null;
    },
    close() {
      for (const part of open) part.close();
    },
  };
}
