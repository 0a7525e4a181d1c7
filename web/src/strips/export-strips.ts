import { createPngWriter, type Job, type Pass, type StripSheet, stripSetting, MM_PER_INCH } from '@chromatype/core';
import { sizeOf } from './axes.ts';
import { cropPixelsOf, makeStrips } from './make-strips.ts';
import { textOf } from './StripGrid.tsx';

/** mm between strips, and room for the words beside and above them. */
const GAP = 3;
const MARGIN = 8;
const HEAD = 16;
const SIDE = 26;
const FONT_MM = 2.6;

interface Layout {
  /** mm. */
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly top: number;
}

function layoutOf(sheet: StripSheet): Layout {
  const { columns, rows } = sizeOf(sheet);
  const left = MARGIN + (sheet.down ? SIDE : 0);
  const top = MARGIN + HEAD;
  return {
    left,
    top,
    width: left + columns * sheet.crop.width + (columns - 1) * GAP + MARGIN,
    height: top + rows * sheet.crop.height + (rows - 1) * GAP + MARGIN,
  };
}

const titleOf = (job: Job, pass: Pass, sheet: StripSheet): string =>
  `${job.title}, ${pass.name}: ${[sheet.across, sheet.down].flatMap((a) => (a ? (stripSetting(a.setting)?.label ?? []) : [])).join(' by ')}`;

type Progress = (done: number, all: number) => boolean;

interface Bitmaps {
  readonly column: number;
  readonly row: number;
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
}

/** All strips at the sheet's own resolution; null when it was given up. */
async function fullStrips(job: Job, sheet: StripSheet, told: Progress): Promise<Bitmaps[] | null> {
  const { columns, rows } = sizeOf(sheet);
  const made: Bitmaps[] = [];
  let going = true;
  const take = (column: number, row: number, sample: Omit<Bitmaps, 'column' | 'row'>) => {
    made.push({ ...sample, column, row });
    going = told(made.length, columns * rows);
  };
  const all = await makeStrips(job, sheet, 1, take, () => !going);
  return all ? made : null;
}

/** A sheet of strips as a PNG at the sheet's resolution, to print in true size; null when it was given up. */
export async function stripsPng(job: Job, pass: Pass, sheet: StripSheet, told: Progress): Promise<Blob | null> {
  const strips = await fullStrips(job, sheet, told);
  if (!strips) return null;
  const { ppi } = job.sheet;
  const px = (mm: number) => Math.round((mm * ppi) / MM_PER_INCH);
  const at = layoutOf(sheet);
  const canvas = new OffscreenCanvas(px(at.width), px(at.height));
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.fillStyle = '#1e1b18';
  context.font = `${px(FONT_MM)}px "Martian Mono Variable", monospace`;
  context.textBaseline = 'alphabetic';
  context.fillText(titleOf(job, pass, sheet), px(MARGIN), px(MARGIN + FONT_MM));
  const crop = cropPixelsOf(job, sheet);
  const cornerX = (column: number) => px(at.left) + column * (crop.width + px(GAP));
  const cornerY = (row: number) => px(at.top) + row * (crop.height + px(GAP));
  context.textAlign = 'center';
  sheet.across.values.forEach((_, k) => {
    context.fillText(textOf(sheet.across, k, pass), cornerX(k) + crop.width / 2, px(at.top - 2), crop.width);
  });
  context.textAlign = 'right';
  sheet.down?.values.forEach((_, k) => {
    context.fillText(textOf(sheet.down!, k, pass), px(at.left - 2), cornerY(k) + crop.height / 2, px(SIDE));
  });
  for (const { column, row, width, height, rgba } of strips) {
    context.putImageData(new ImageData(rgba, width, height), cornerX(column), cornerY(row));
  }
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
  return rgbPng(data, canvas.width, canvas.height, ppi);
}

/** RGB of RGBA bytes as a PNG file that knows its resolution. */
function rgbPng(rgba: Uint8ClampedArray, width: number, height: number, ppi: number): Blob {
  const parts: Uint8Array<ArrayBuffer>[] = [];
  const png = createPngWriter({ width, height, ppi, kind: 'rgb', write: (bytes) => parts.push(bytes.slice()) });
  const row = new Uint8Array(width * 3);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const from = 4 * (y * width + x);
      row[3 * x] = rgba[from]!;
      row[3 * x + 1] = rgba[from + 1]!;
      row[3 * x + 2] = rgba[from + 2]!;
    }
    png.rows(row, width * 3, 1);
  }
  png.end();
  return new Blob(parts, { type: 'image/png' });
}

/** The same as a PDF of one page in true size, its words as text; null when it was given up. */
export async function stripsPdf(job: Job, pass: Pass, sheet: StripSheet, told: Progress): Promise<Blob | null> {
  const strips = await fullStrips(job, sheet, told);
  if (!strips) return null;
  const { PDFDocument, StandardFonts, rgb } = await import('pdf-lib');
  const pt = (mm: number) => (mm * 72) / MM_PER_INCH;
  const at = layoutOf(sheet);
  const pdf = await PDFDocument.create();
  pdf.setTitle(titleOf(job, pass, sheet));
  const page = pdf.addPage([pt(at.width), pt(at.height)]);
  const font = await pdf.embedFont(StandardFonts.Courier);
  const size = pt(FONT_MM);
  const ink = rgb(0.12, 0.11, 0.09);
  // What the standard fonts cannot write is left out rather than refused.
  const plain = (text: string) => text.replace(/[^\x20-\x7e\u00a0-\u00ff]/g, '?');
  const write = (text: string, x: number, y: number, align: 'left' | 'centre' | 'right') => {
    const wide = font.widthOfTextAtSize(plain(text), size);
    const shift = align === 'left' ? 0 : align === 'centre' ? wide / 2 : wide;
    page.drawText(plain(text), { x: pt(x) - shift, y: pt(at.height - y), size, font, color: ink });
  };
  write(titleOf(job, pass, sheet), MARGIN, MARGIN + FONT_MM, 'left');
  const { crop } = sheet;
  sheet.across.values.forEach((_, k) => {
    write(textOf(sheet.across, k, pass), at.left + k * (crop.width + GAP) + crop.width / 2, at.top - 2, 'centre');
  });
  sheet.down?.values.forEach((_, k) => {
    write(textOf(sheet.down!, k, pass), at.left - 2, at.top + k * (crop.height + GAP) + crop.height / 2, 'right');
  });
  for (const { column, row, width, height, rgba } of strips) {
    const image = await pdf.embedPng(await rgbPng(rgba, width, height, job.sheet.ppi).arrayBuffer());
    page.drawImage(image, {
      x: pt(at.left + column * (crop.width + GAP)),
      y: pt(at.height - at.top - row * (crop.height + GAP) - crop.height),
      width: pt(crop.width),
      height: pt(crop.height),
    });
  }
  return new Blob([(await pdf.save()) as Uint8Array<ArrayBuffer>], { type: 'application/pdf' });
}
