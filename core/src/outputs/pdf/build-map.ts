import { PDFDocument, type PDFPage, rgb } from 'pdf-lib';
import { parseHex } from '../../colour/srgb.ts';
import type { Mark } from '../../marks/mark.ts';
import { outlineOf } from '../../marks/joining/join.ts';
import { countPieces, hexOfPiece, type PieceColour } from '../../marks/pieces.ts';
import { planMarks } from '../../print/plan-marks.ts';
import { sheetPixels } from '../../raster/sheet.ts';
import type { OutputSink, OutputWork } from '../output.ts';
import { newDocument } from './plate-pdf.ts';

/** A4 upright in points. */
const PAGE = { width: 595.28, height: 841.89 };
const MARGIN = 42;
/** Pieces along one side of a section. */
const SECTION = 16;
/** Room for the title of a page. */
const TITLE = 34;
const LINE = 16;
const INK = rgb(0.12, 0.11, 0.09);

/** A part of the sheet that is built from one page. */
interface Section {
  readonly number: number;
  readonly row: number;
  readonly column: number;
  /** Its box in pixels of the sheet. */
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
  readonly pieces: Mark[];
}

/** Divides marks into square sections of the sheet, about 16 pieces wide, numbered in reading order. */
function sectionsOf(marks: readonly Mark[], sheet: { readonly width: number; readonly height: number }): Section[] {
  const { wide } = marks[0]!.site;
  const columns = Math.max(1, Math.round(sheet.width / (SECTION * wide)));
  const side = sheet.width / columns;
  const rows = Math.max(1, Math.ceil(sheet.height / side - 1e-6));
  const sections = Array.from({ length: rows * columns }, (_, k): Section => {
    const [row, column] = [Math.floor(k / columns), k % columns];
    const top = row * side;
    return {
      number: k + 1,
      row,
      column,
      left: column * side,
      top,
      width: side,
      height: Math.min(side, sheet.height - top),
      pieces: [],
    };
  });
  for (const mark of marks) {
    const column = Math.min(columns - 1, Math.max(0, Math.floor(mark.x / side)));
    const row = Math.min(rows - 1, Math.max(0, Math.floor(mark.y / side)));
    sections[row * columns + column]!.pieces.push(mark);
  }
  return sections.filter((s) => s.pieces.length > 0);
}

const inkOn = ([r, g, b]: readonly [number, number, number]) =>
  0.299 * r + 0.587 * g + 0.114 * b > 140 ? INK : rgb(1, 1, 1);

const colourOf = (hex: string) => {
  const [r, g, b] = parseHex(hex)!;
  return rgb(r / 255, g / 255, b / 255);
};

/** Writes a job's mosaic as pages to build it from: an overview, a legend with counts, and a page for each section. */
export async function writeBuildMap({ env, job, passes, progress }: OutputWork, sink: OutputSink): Promise<void> {
  const pdf: PDFDocument = await newDocument(job);
  const [width, height] = [PAGE.width - 2 * MARGIN, PAGE.height - 2 * MARGIN - TITLE];

  /** Words in the font that ships with the application; `middle`: centred on x. Returns their width. */
  function write(
    page: PDFPage,
    text: string,
    x: number,
    y: number,
    size: number,
    { middle = false, colour = INK } = {},
  ): void {
    const words = env.words(text);
    const scale = size / 1000;
    page.drawSvgPath(words.path, { x: middle ? x - (words.width * scale) / 2 : x, y, scale, color: colour });
  }
  function newPage(title: string): PDFPage {
    const page = pdf.addPage([PAGE.width, PAGE.height]);
    write(page, title, MARGIN, PAGE.height - MARGIN - 12, 14);
    return page;
  }

  for (const marks of planMarks(env, job, passes)) {
    const all = [...marks.bands()].flat().filter((m) => m.colour);
    if (all.length === 0) continue;
    const colours = countPieces([all], marks.fill.screen.marks);
    // A stock number stands on the pieces where every colour has one.
    const stocked = colours.every(({ number }) => number);
    const numberOf = new Map(colours.map(({ colour, number }, k) => [colour, stocked ? number : String(k + 1)]));
    const sheet = sheetPixels(job.sheet);
    const sections = sectionsOf(all, sheet);
    overview(newPage(`${job.title}: ${all.length} pieces in ${sections.length} sections`), all, sections, sheet);
    legend(colours, all.length, numberOf);
    sections.forEach((section, k) => {
      drawSection(newPage(`Section ${section.number}`), section, numberOf);
      progress?.((k + 1) / sections.length);
    });
  }
  sink.write(await pdf.save({ useObjectStreams: false }));

  function drawPieces(
    page: PDFPage,
    pieces: readonly Mark[],
    x: (px: number) => number,
    y: (px: number) => number,
    border: number,
  ): void {
    for (const mark of pieces) {
      const path = outlineOf(mark)
        .map((p) => {
          const corners: string[] = [];
          // The library's paths have y downwards from where they are drawn.
          for (let k = 0; k < p.length; k += 2) corners.push(`${x(p[k]!).toFixed(2)} ${(-y(p[k + 1]!)).toFixed(2)}`);
          return `M${corners.join('L')}Z`;
        })
        .join('');
      const line = border > 0 ? { borderColor: INK, borderWidth: border } : {};
      page.drawSvgPath(path, { x: 0, y: 0, color: colourOf(hexOfPiece(mark.colour!)), ...line });
    }
  }

  function overview(
    page: PDFPage,
    all: readonly Mark[],
    sections: readonly Section[],
    sheet: { readonly width: number; readonly height: number },
  ): void {
    const scale = Math.min(width / sheet.width, height / sheet.height);
    const top = PAGE.height - MARGIN - TITLE;
    drawPieces(
      page,
      all,
      (px) => MARGIN + px * scale,
      (py) => top - py * scale,
      0,
    );
    for (const s of sections) {
      const [x, y] = [MARGIN + s.left * scale, top - s.top * scale];
      page.drawRectangle({
        x,
        y: y - s.height * scale,
        width: s.width * scale,
        height: s.height * scale,
        borderColor: INK,
        borderWidth: 1,
      });
      const size = Math.min(18, s.width * scale * 0.35);
      page.drawRectangle({
        x: x + 2,
        y: y - size - 4,
        width: size * (0.75 * String(s.number).length + 0.4),
        height: size + 2,
        color: rgb(1, 1, 1),
      });
      write(page, String(s.number), x + 4, y - size, size);
    }
  }

  function legend(colours: readonly PieceColour[], whole: number, numbers: ReadonlyMap<string, string>): void {
    const each = Math.floor(height / LINE);
    for (let first = 0; first < colours.length; first += each) {
      const page = newPage(`Legend: ${whole} pieces in ${colours.length} colours`);
      colours.slice(first, first + each).forEach(({ colour, name, number, count }, k) => {
        const y = PAGE.height - MARGIN - TITLE - (k + 1) * LINE;
        page.drawRectangle({
          x: MARGIN,
          y,
          width: 22,
          height: LINE - 4,
          color: colourOf(colour),
          borderColor: INK,
          borderWidth: 0.5,
        });
        const own = numbers.get(colour)!;
        // A stock number that does not stand on the pieces is told beside the name.
        const named = [name || colour, number === own ? '' : number].filter(Boolean).join(', ');
        write(page, own, MARGIN + 30, y + 2, 9);
        write(page, named, MARGIN + 90, y + 2, 9);
        write(page, String(count), MARGIN + 330, y + 2, 9);
      });
    }
  }

  function drawSection(page: PDFPage, section: Section, numbers: ReadonlyMap<string, string>): void {
    const scale = Math.min(width / section.width, height / section.height);
    const top = PAGE.height - MARGIN - TITLE;
    const x = (px: number) => MARGIN + (px - section.left) * scale;
    const y = (py: number) => top - (py - section.top) * scale;
    drawPieces(page, section.pieces, x, y, 0.4);
    for (const mark of section.pieces) {
      const hex = hexOfPiece(mark.colour!);
      const text = numbers.get(hex)!;
      const size = Math.min(10, (mark.width * scale * 0.8) / Math.max(1.4, 0.62 * text.length));
      write(page, text, x(mark.x), y(mark.y) - size * 0.35, size, { middle: true, colour: inkOn(parseHex(hex)!) });
    }
  }
}
