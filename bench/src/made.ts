import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import {
  createJob,
  createKernels,
  fillOf,
  type Job,
  MADE_KINDS,
  newMade,
  madePicture,
  pathData,
  planPass,
  sheetPixels,
  withFill,
  MM_PER_INCH,
} from '@chromatype/core';
import opentype from 'opentype.js';
import { HEIGHT, WIDTH } from './plate-job.ts';
import { median, ms, type Row, timed } from './statistics.ts';

const TIMES = 3;
const BAND = 256;
/** Size of the letters in picture widths. */
const SIZE = 0.15;
/** The most milliseconds that a kind may take on 24 megapixels, where that is asked for. */
const MOST: Readonly<Record<string, number>> = { noise: 500 };

/** Two words in a shipped font, as lettering keeps them. */
function words(): string {
  const file = createRequire(import.meta.url).resolve(
    '@fontsource/instrument-sans/files/instrument-sans-latin-700-normal.woff',
  );
  const bytes = readFileSync(file);
  const font = opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer);
  let x = 0.08;
  return [...'Kite Week']
    .map((char) => {
      const glyph = font.charToGlyph(char);
      const path = pathData(glyph.getPath(x, 0.42, SIZE).commands, 5);
      x += (glyph.advanceWidth / font.unitsPerEm) * SIZE;
      return path;
    })
    .join('');
}

function madeJob(kind: string): Job {
  const base = createJob('bench', 'p');
  const mm = (pixels: number) => (pixels / 300) * MM_PER_INCH;
  const sheet = { ...base.sheet, width: mm(WIDTH), height: mm(HEIGHT), ppi: 300 };
  const { width, height } = sheetPixels(sheet);
  const start = newMade(kind);
  const made = kind === 'lettering' ? { ...start, settings: { ...start.settings, path: words() } } : start;
  return {
    ...base,
    sheet,
    pictures: [madePicture({ id: 'm', name: kind, made, width, height })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...fillOf(p).feed, picture: 'm' } })),
  };
}

/** Every kind of picture that is made here, its light read over 24 megapixels on one thread. */
export function madeRows(): Row[] {
  const kernels = createKernels();
  return MADE_KINDS.map(({ name, label }) => {
    const job = madeJob(name);
    const { light } = planPass({ kernels, pictures: () => null }, job, job.passes[0]!);
    const all = () => {
      for (let y = 0; y < HEIGHT; y += BAND)
        light.read({ x: 0, y, width: WIDTH, height: Math.min(BAND, HEIGHT - y), step: 1 });
    };
    const most = MOST[name];
    if (most) timed(1, all);
    const value = median(timed(most ? TIMES : 1, all));
    return {
      work: `made picture, 24 MP, one thread: ${label}`,
      measured: ms(value),
      asked: most ? `${most} ms` : '(for information)',
      holds: most === undefined || value <= most,
      value: most === undefined ? undefined : value,
    };
  });
}
