import { readFile } from 'node:fs/promises';
import { PDFDocument, rgb } from 'pdf-lib';
import sharp from 'sharp';
import { captionOf } from './caption.ts';

/** A print on a contact sheet. */
export interface Thumb {
  readonly name: string;
  /** PNG of the whole print, small. */
  readonly file: string;
}

/** A cell of the sheet in pixels: a picture fits the upper part, its name stands under it. */
const CELL = { width: 380, height: 420, picture: 360, margin: 10 } as const;
const COLUMNS = 4;
/** Height of letters in pixels. */
const LETTERS = 15;
/** The longest side of the picture of a sheet: what imaging programs open. */
const MOST_ROWS = 70;
/** An A4 page in points of 1/72 inch, and its margin. */
const PAGE = { width: 595.28, height: 841.89, margin: 28 } as const;
const ROWS_ON_PAGE = 5;

const INK = '#1e1b18';

interface Placed extends Thumb {
  readonly column: number;
  readonly row: number;
}

const placed = (thumbs: readonly Thumb[]): Placed[] =>
  thumbs.map((thumb, k) => ({ ...thumb, column: k % COLUMNS, row: Math.floor(k / COLUMNS) }));

/** One picture of the prints of a batch with their names; of very many, of the first ones. */
export async function contactPng(all: readonly Thumb[]): Promise<Buffer> {
  const thumbs = placed(all.slice(0, MOST_ROWS * COLUMNS));
  const rows = Math.max(1, Math.ceil(thumbs.length / COLUMNS));
  const [width, height] = [COLUMNS * CELL.width, rows * CELL.height];
  const pictures = await Promise.all(
    thumbs.map(async ({ file, column, row }) => {
      const { data, info } = await sharp(await readFile(file))
        .png()
        .toBuffer({ resolveWithObject: true });
      const left = column * CELL.width + Math.round((CELL.width - info.width) / 2);
      const top = row * CELL.height + CELL.margin + Math.round((CELL.picture - info.height) / 2);
      return { input: data, left, top };
    }),
  );
  const captions = thumbs.map(({ name, column, row }) => {
    const { path, scale } = captionOf(name, LETTERS, CELL.width - 2 * CELL.margin);
    const [x, y] = [column * CELL.width + CELL.margin, row * CELL.height + CELL.picture + 3 * CELL.margin];
    return `<path transform="translate(${x} ${y}) scale(${scale})" d="${path}" fill="${INK}"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${captions.join('')}</svg>`;
  return sharp({ create: { width, height, channels: 3, background: '#ffffff' } })
    .composite([...pictures, { input: Buffer.from(svg), left: 0, top: 0 }])
    .png()
    .toBuffer();
}

/** The same on A4 pages, as many as it takes. */
export async function contactPdf(all: readonly Thumb[]): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  // The same prints make the same file.
  const date = new Date(Date.UTC(2000, 0, 1));
  pdf.setCreationDate(date);
  pdf.setModificationDate(date);
  const perPage = COLUMNS * ROWS_ON_PAGE;
  const scale = (PAGE.width - 2 * PAGE.margin) / (COLUMNS * CELL.width);
  for (let first = 0; first < Math.max(1, all.length); first += perPage) {
    const page = pdf.addPage([PAGE.width, PAGE.height]);
    for (const { file, name, column, row } of placed(all.slice(first, first + perPage))) {
      const image = await pdf.embedPng(await readFile(file));
      const left = PAGE.margin + column * CELL.width * scale;
      const top = PAGE.height - PAGE.margin - row * CELL.height * scale;
      page.drawImage(image, {
        x: left + ((CELL.width - image.width) * scale) / 2,
        y: top - (CELL.margin + (CELL.picture + image.height) / 2) * scale,
        width: image.width * scale,
        height: image.height * scale,
      });
      const caption = captionOf(name, LETTERS, CELL.width - 2 * CELL.margin);
      const y = top - (CELL.picture + 3 * CELL.margin) * scale;
      page.drawSvgPath(caption.path, {
        x: left + CELL.margin * scale,
        y,
        scale: scale * caption.scale,
        color: rgb(0.12, 0.11, 0.09),
      });
    }
  }
  return pdf.save();
}
