import { deflate } from 'pako';
import { type PDFPage, rgb } from 'pdf-lib';
import { parseHex } from '../../colour/srgb.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { turnedCorners } from '../../stones/table/apart.ts';
import { footprintOf } from '../../stones/table/footprint.ts';
import { type AllStones, eachStone, stoneBox } from '../stones/layouts.ts';
import { orderOf } from '../stones/order-csv.ts';
import type { OutputSink, OutputWork } from '../output.ts';
import { circlePath, pdfNumber, polygonPath } from './circle-path.ts';
import { newDocument } from './plate-pdf.ts';

/** Points a mm. */
const POINTS = 72 / MM_PER_INCH;
/** Lengths of the page, in mm. */
const MARGIN = 12;
const TITLE = 10;
const LINE = 6;
const BAR = 100;
/** Width of a column of the legend. */
const COLUMN = 84;
/** A page is at least as wide as the scale bar and its words. */
const NARROWEST = 150;

const INK = rgb(0.12, 0.11, 0.09);

/** Words on a page in the font that ships with the application, in mm from its lower left. */
type Write = (page: PDFPage, text: string, x: number, y: number, size: number) => void;

/** Each size and colour of the layout, with the number that its stones carry. */
function numbered(all: AllStones) {
  const lines = orderOf(all);
  const colours = [...new Set(lines.map((l) => l.colour.name))];
  const numberOf = new Map(colours.map((name, k) => [name, k + 1]));
  return { lines, numberOf };
}

/**
 * Writes a placement map: one page in true size, each stone with the number of its colour, a legend with counts and a scale
 * bar. A mirrored one shows the places from behind, with words that can be read.
 */
export async function writePlacementMap({ env, job }: OutputWork, all: AllStones, sink: OutputSink): Promise<void> {
  const pdf = await newDocument(job);
  const box = stoneBox(all);
  const { lines, numberOf } = numbered(all);
  const design = { width: box.right - box.left, height: box.bottom - box.top };
  const width = Math.max(NARROWEST, design.width + 2 * MARGIN);
  const columns = Math.max(1, Math.floor((width - 2 * MARGIN) / COLUMN));
  const legend = Math.ceil(lines.length / columns) * LINE;
  const height = design.height + legend + 2 * MARGIN + 2 * TITLE + 14;
  const page = pdf.addPage([width * POINTS, height * POINTS]);
  const write: Write = (on, text, x, y, size) => {
    const words = env.words(text);
    on.drawSvgPath(words.path, { x: x * POINTS, y: y * POINTS, scale: (size * POINTS) / 1000, color: INK });
  };
  const { mirrored } = job.stones;
  const top = height - MARGIN;
  write(page, `${job.title}: ${all.count} stones${mirrored ? ', mirrored' : ''}`, MARGIN, top - 5, 5);
  const left = MARGIN + (width - 2 * MARGIN - design.width) / 2;
  const across = (x: number) => left + (mirrored ? box.right - x : x - box.left);
  const up = (y: number) => top - TITLE - (y - box.top);
  setDrawing(page, stonesText(all, numberOf, env, across, up, mirrored));
  const under = top - TITLE - design.height - 8;
  scaleBar(page, under, write);
  lines.forEach(({ size, colour, pieces }, k) => {
    const x = MARGIN + (k % columns) * COLUMN;
    const y = under - TITLE - (Math.floor(k / columns) + 1) * LINE;
    const [r, g, b] = parseHex(colour.colour)!.map((v) => v / 255) as [number, number, number];
    page.drawRectangle({
      x: x * POINTS,
      y: y * POINTS,
      width: 5 * POINTS,
      height: 4 * POINTS,
      color: rgb(r, g, b),
      borderColor: INK,
      borderWidth: 0.5,
    });
    write(page, `${numberOf.get(colour.name)}  ${colour.name}, ${size.name}: ${pieces}`, x + 7, y + 0.8, 3.4);
  });
  sink.write(await pdf.save({ useObjectStreams: false }));
}

/** A bar of 100 mm with a stroke every 10 mm. */
function scaleBar(page: PDFPage, y: number, write: Write): void {
  const line = (x0: number, y0: number, x1: number, y1: number) =>
    page.drawLine({
      start: { x: x0 * POINTS, y: y0 * POINTS },
      end: { x: x1 * POINTS, y: y1 * POINTS },
      thickness: 0.6,
      color: INK,
    });
  line(MARGIN, y, MARGIN + BAR, y);
  for (let k = 0; k <= 10; k++) line(MARGIN + 10 * k, y, MARGIN + 10 * k, y + (k % 5 === 0 ? 3 : 1.8));
  write(page, '100 mm', MARGIN + BAR + 2, y, 3.4);
}

/** Height of a digit beside its em, and how far digits reach, beside a stone's inner diameter. */
const DIGIT = 0.7;
const FILLS = 0.62;

/** All stones as operators: filled with a light tint of their colour, with the number of it. */
function stonesText(
  all: AllStones,
  numberOf: ReadonlyMap<string, number>,
  env: OutputWork['env'],
  across: (x: number) => number,
  up: (y: number) => number,
  mirrored: boolean,
): string {
  const { sizes, colours } = all.job;
  const feet = sizes.map((size) => footprintOf(size));
  const tints = colours.map(({ colour }) =>
    parseHex(colour)!
      .map((v) => pdfNumber(1 - 0.45 * (1 - v / 255)))
      .join(' '),
  );
  const digits = new Map<string, { readonly path: string; readonly width: number }>();
  const pieces: string[] = ['0.25 w 0.2 G\n'];
  eachStone(all, (list, k) => {
    const foot = feet[list.size[k]!]!;
    const [x, y] = [across(list.x[k]!), up(list.y[k]!)];
    pieces.push(`${tints[list.colour[k]!]} rg `);
    if (foot.corners) {
      const flip = mirrored ? -1 : 1;
      const corners = turnedCorners(foot.corners, list.turn[k]!).map((v, n) => (n & 1 ? y - v : x + flip * v));
      pieces.push(
        polygonPath(
          corners,
          (v) => v * POINTS,
          (v) => v * POINTS,
          4,
        ),
      );
    } else pieces.push(circlePath(x * POINTS, y * POINTS, foot.outer * POINTS, 4));
    pieces.push('B\n');
    const text = String(numberOf.get(colours[list.colour[k]!]!.name)!);
    const words = digits.get(text) ?? env.words(text);
    digits.set(text, words);
    const em = Math.min((2 * foot.inner * FILLS) / DIGIT, (2 * foot.inner * FILLS * 1000) / words.width);
    const scale = (em * POINTS) / 1000;
    const [wx, wy] = [x * POINTS - (words.width * scale) / 2, (y - (em * DIGIT) / 2) * POINTS];
    pieces.push(
      `q ${pdfNumber(scale, 6)} 0 0 ${pdfNumber(-scale, 6)} ${pdfNumber(wx, 4)} ${pdfNumber(wy, 4)} cm 0.1 g ${operatorsOf(words.path)}f Q\n`,
    );
  });
  return pieces.join('');
}

const known = new Map<string, string>();

/** An SVG path of words, in absolute commands, as operators. */
function operatorsOf(path: string): string {
  const made = known.get(path);
  if (made !== undefined) return made;
  let text = '';
  let [x, y] = [0, 0];
  for (const [, letter, rest] of path.matchAll(/([MLCQZ])([^MLCQZ]*)/g)) {
    const n = (rest!.match(/-?\d*\.?\d+(?:e-?\d+)?/g) ?? []).map(Number);
    if (letter === 'Z') text += 'h ';
    else if (letter === 'Q') {
      const [cx, cy, ex, ey] = n as [number, number, number, number];
      const c = [
        x + (2 / 3) * (cx - x),
        y + (2 / 3) * (cy - y),
        ex + (2 / 3) * (cx - ex),
        ey + (2 / 3) * (cy - ey),
        ex,
        ey,
      ];
      text += `${c.map((v) => pdfNumber(v)).join(' ')} c `;
    } else text += `${n.map((v) => pdfNumber(v)).join(' ')} ${letter!.toLowerCase()} `;
    if (n.length >= 2) [x, y] = [n[n.length - 2]!, n[n.length - 1]!];
  }
  known.set(path, text);
  return text;
}

/** Adds packed operators to a page, under what is drawn on it afterwards. */
function setDrawing(page: PDFPage, text: string): void {
  const { context } = page.doc;
  const stream = context.stream(deflate(new TextEncoder().encode(`q\n${text}Q\n`)), { Filter: 'FlateDecode' });
  page.node.addContentStream(context.register(stream));
}
