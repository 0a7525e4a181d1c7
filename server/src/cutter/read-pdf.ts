import { inflate } from 'pako';
import {
  decodePDFRawStream,
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFHexString,
  PDFName,
  PDFRawStream,
  PDFString,
  type PDFPage,
} from 'pdf-lib';
import { MM_PER_INCH } from '@chromatype/core';
import { circleOf, type CutFile, type CutShape, TemplateError } from './shape.ts';

/** mm a point. */
const MM = MM_PER_INCH / 72;
/** Lines that stand for one curve. */
const STEPS = 24;

type Matrix = readonly [number, number, number, number, number, number];

const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[1] * n[2],
  m[0] * n[1] + m[1] * n[3],
  m[2] * n[0] + m[3] * n[2],
  m[2] * n[1] + m[3] * n[3],
  m[4] * n[0] + m[5] * n[2] + n[4],
  m[4] * n[1] + m[5] * n[3] + n[5],
];

/** The bytes of a page's content, unpacked. */
function contentOf(page: PDFPage): string {
  const { node } = page;
  const contents = node.Contents();
  const streams = contents instanceof PDFArray ? contents.asArray().map((ref) => node.context.lookup(ref)) : [contents];
  return streams
    .map((stream) => {
      if (!(stream instanceof PDFRawStream)) return '';
      const packed = stream.dict.get(PDFName.of('Filter')) === PDFName.of('FlateDecode');
      const bytes = packed ? inflate(stream.contents) : decodePDFRawStream(stream).decode();
      return Buffer.from(bytes).toString('latin1');
    })
    .join('\n');
}

/** Names of the layers that the content of a page refers to (optional content, ISO 32000-1, 8.11). */
function layersOf(page: PDFPage): ReadonlyMap<string, string> {
  const properties = page.node.Resources()?.lookupMaybe(PDFName.of('Properties'), PDFDict);
  const names = (properties?.entries() ?? []).map(([key, ref]): [string, string] => {
    const group = page.node.context.lookup(ref);
    const name = group instanceof PDFDict ? group.lookup(PDFName.of('Name')) : null;
    const text = name instanceof PDFHexString || name instanceof PDFString ? name.decodeText() : '';
    return [key.decodeText(), text || key.decodeText()];
  });
  return new Map(names);
}

/** Follows the operators of a page (ISO 32000-1, 8.5), `above` points below others, and returns what they stroke or fill. */
function shapesOf(page: PDFPage, above: number, others: Map<string, number>): CutShape[] {
  const height = page.getHeight() + above;
  const layers = layersOf(page);
  const shapes: CutShape[] = [];
  const stack: Matrix[] = [];
  const marked: string[] = [];
  let matrix: Matrix = [1, 0, 0, 1, 0, 0];
  let paths: { points: number[]; closed: boolean }[] = [];
  let args: string[] = [];
  const place = (x: number, y: number): readonly [number, number] => [
    (matrix[0] * x + matrix[2] * y + matrix[4]) * MM,
    (height - (matrix[1] * x + matrix[3] * y + matrix[5])) * MM,
  ];
  const last = () => paths[paths.length - 1]!;
  const n = () => args.map(Number);
  function paint(): void {
    const layer = marked.length > 0 ? marked[marked.length - 1]! : '0';
    for (const { points, closed } of paths) {
      if (points.length < 4) continue;
      const all = Float64Array.from(points);
      shapes.push({ layer, points: all, closed, circle: closed ? circleOf(all) : null });
    }
    paths = [];
  }
  let [px, py] = [0, 0];
  for (const [token] of contentOf(page).matchAll(
    /\((?:\\.|[^\\)])*\)|<<|>>|<[0-9a-f\s]*>|\[|\]|\/[^\s/<>[\]()]+|[^\s/<>[\]()]+/gi,
  )) {
    if (/^[-+.\d(<[\]/>]/.test(token)) {
      args.push(token);
      continue;
    }
    const v = n();
    if (token === 'm') {
      paths.push({ points: [...place(v[0]!, v[1]!)], closed: false });
      [px, py] = [v[0]!, v[1]!];
    } else if (token === 'l') {
      last().points.push(...place(v[0]!, v[1]!));
      [px, py] = [v[0]!, v[1]!];
    } else if (token === 'c') {
      const [ax, ay, bx, by, x, y] = v as [number, number, number, number, number, number];
      for (let k = 1; k <= STEPS; k++) {
        const [t, u] = [k / STEPS, 1 - k / STEPS];
        const at = (p: number, a: number, b: number, e: number) =>
          u * u * u * p + 3 * u * u * t * a + 3 * u * t * t * b + t * t * t * e;
        last().points.push(...place(at(px, ax, bx, x), at(py, ay, by, y)));
      }
      [px, py] = [x, y];
    } else if (token === 'h') last().closed = true;
    else if (token === 're') {
      const [x, y, w, h] = v as [number, number, number, number];
      const points = [...place(x, y), ...place(x + w, y), ...place(x + w, y + h), ...place(x, y + h)];
      paths.push({ points, closed: true });
    } else if (/^(S|s|f|F|f\*|B|B\*|b|b\*)$/.test(token)) {
      if (/^[sbfF]/.test(token)) for (const path of paths) path.closed = true;
      paint();
    } else if (token === 'n') paths = [];
    else if (token === 'q') stack.push(matrix);
    else if (token === 'Q') matrix = stack.pop() ?? matrix;
    else if (token === 'cm') matrix = times(v as unknown as Matrix, matrix);
    else if (token === 'BDC' || token === 'BMC')
      marked.push(layers.get(args.at(-1)?.slice(1) ?? '') ?? marked.at(-1) ?? '0');
    else if (token === 'EMC') marked.pop();
    else if (token === 'Do') others.set('picture', (others.get('picture') ?? 0) + 1);
    else if (token === 'Tj' || token === 'TJ') others.set('text', (others.get('text') ?? 0) + 1);
    args = [];
  }
  return shapes;
}

async function readPages(bytes: Uint8Array): Promise<CutFile> {
  const pages = (await PDFDocument.load(bytes)).getPages();
  const others = new Map<string, number>();
  // Pages lie below each other, as they come from a roll.
  let above = 0;
  const shapes = pages.flatMap((page) => {
    const found = shapesOf(page, above, others);
    above += page.getHeight();
    return found;
  });
  return {
    format: 'PDF',
    width: Math.max(...pages.map((p) => p.getWidth())) * MM,
    height: Math.max(...pages.map((p) => p.getHeight())) * MM,
    pages: pages.length,
    shapes,
    others: [...others].map(([what, count]) => `${count} of ${what} cannot be cut.`),
  };
}

/**
 * Reads what the pages of a PDF draw, layer by layer.
 * @throws TemplateError when it is damaged: the library that reads it throws whatever it stumbles over
 */
export const readPdf = (bytes: Uint8Array): Promise<CutFile> =>
  readPages(bytes).catch(() => {
    throw new TemplateError('The PDF is damaged or locked; it cannot be read.');
  });
