import { Deflate } from 'pako';
import { type PDFDocument, PDFName, type PDFPage } from 'pdf-lib';
import { parseHex } from '../../colour/srgb.ts';
import type { Job } from '../../document/types.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { Drawn, DrawnGroup } from '../marks/drawn.ts';
import { eachSegment } from '../marks/segments.ts';
import type { Aside, OutputSink } from '../output.ts';
import { circlePath } from './circle-path.ts';
import { HeldStream, writePdf } from './held-pdf.ts';
import { newDocument, separationSpace } from './plate-pdf.ts';

const POINTS = 72 / MM_PER_INCH;

const short = (v: number): string => String(Math.round(v * 1e3) / 1e3);

/** Text packed as it comes, so that no page is in memory whole. */
function packedText(aside: Aside): { write(text: string): void; end(): void } {
  const encoder = new TextEncoder();
  const deflate = new Deflate();
  deflate.onData = (chunk) => aside.write(chunk as Uint8Array);
  return {
    write: (text) => void deflate.push(encoder.encode(text), false),
    end: () => void deflate.push(new Uint8Array(0), true),
  };
}

const OPERATORS = { M: 'm', L: 'l', C: 'c', Z: 'h' } as const;

/** Operators that paint one outline (ISO 32000-1, 8.5), its places taken to points by `x` and `y`. */
function painted(drawn: Drawn, x: (px: number) => number, y: (px: number) => number): string {
  let text = '';
  if (drawn.colour) {
    const rgb = parseHex(drawn.colour)!.map((v) => short(v / 255));
    text += `${rgb.join(' ')} rg `;
  }
  if (drawn.circle) {
    const { circle } = drawn;
    return `${text}${circlePath(x(circle.x), y(circle.y), x(circle.r) - x(0))}f\n`;
  }
  eachSegment(drawn, x, y, (letter, numbers) => {
    text += `${numbers.map(short).join(' ')} ${OPERATORS[letter]} `;
  });
  return `${text}f\n`;
}

function pageOf(pdf: PDFDocument, { sheet }: Job): PDFPage {
  const side = (mm: number) => (mm + 2 * sheet.bleed) * POINTS;
  const page = pdf.addPage([side(sheet.width), side(sheet.height)]);
  const b = sheet.bleed * POINTS;
  page.setBleedBox(0, 0, page.getWidth(), page.getHeight());
  page.setTrimBox(b, b, sheet.width * POINTS, sheet.height * POINTS);
  return page;
}

/** One page with the outlines of marks, every pass in an ink of its own name that overprints what lies under it. */
export async function writeMarksPdf(job: Job, groups: readonly DrawnGroup[], sink: OutputSink): Promise<void> {
  const pdf = await newDocument(job);
  const page = pageOf(pdf, job);
  const { context } = pdf;
  const over = context.obj({ Type: 'ExtGState', OP: true, op: true, OPM: 1 });
  page.node.setExtGState(PDFName.of('Over'), context.register(over));
  const spaces = context.obj({});
  page.node.normalizedEntries().Resources.set(PDFName.of('ColorSpace'), spaces);
  const scale = 72 / job.sheet.ppi;
  const x = (px: number) => px * scale;
  const y = (px: number) => page.getHeight() - px * scale;
  const aside = sink.aside();
  const text = packedText(aside);
  text.write('/Over gs\n');
  for (const [k, { pass, bands }] of groups.entries()) {
    spaces.set(PDFName.of(`Ink${k}`), separationSpace(pdf, pass));
    text.write(`q /Ink${k} cs 1 scn\n`);
    for (const band of bands()) for (const drawn of band) text.write(painted(drawn, x, y));
    text.write('Q\n');
  }
  text.end();
  const dict = context.obj({ Filter: 'FlateDecode' });
  page.node.set(PDFName.of('Contents'), context.register(new HeldStream(dict, aside)));
  await writePdf(pdf, sink);
}
