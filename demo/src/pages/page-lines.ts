import sharp from 'sharp';
import { comicDrawing } from './comic-drawing.ts';
import type { InkDrawing } from './ink-drawing.ts';
import { mangaDrawing } from './manga-drawing.ts';

/** Pixels a mm of the drawn lines. */
const PER_MM = 12;

const paint = (drawing: InkDrawing): Promise<Buffer> =>
  sharp(Buffer.from(drawing.svg(PER_MM)), { limitInputPixels: false })
    .toColourspace('b-w')
    .png()
    .toBuffer();

/** The inked lines of the comic strip page. Grey PNG. */
export const makeComicLines = (): Promise<Buffer> => paint(comicDrawing());

/** The inked lines of the manga-style page. Grey PNG. */
export const makeMangaLines = (): Promise<Buffer> => paint(mangaDrawing());
