import { svgText } from '../pictures/reading/svg/svg-text.ts';
import { readDxf } from './read-dxf.ts';
import { readPdf } from './read-pdf.ts';
import { readSvg } from './read-svg.ts';
import { cutReport, type CutReport } from './report.ts';
import { type CutFile, TemplateError } from './shape.ts';

async function readAny(bytes: Uint8Array): Promise<CutFile> {
  const head = Buffer.from(bytes.subarray(0, 1024)).toString('latin1');
  if (head.startsWith('%PDF-')) return readPdf(bytes);
  if (/^\s*(?:\ufeff|ï»¿)?\s*<(?:\?xml|svg|!--|!DOCTYPE)/i.test(head)) return readSvg(svgText(bytes));
  if (/^\s*(?:0|999)\s*\r?\n/.test(head)) return readDxf(Buffer.from(bytes).toString('latin1'));
  throw new TemplateError('The cutter takes templates as SVG, DXF or PDF; this file is none of them.');
}

/**
 * Reads a template as the stand-in cutter and reports on it.
 * @throws TemplateError in one sentence when it is no template
 */
export async function readTemplate(bytes: Uint8Array): Promise<CutReport> {
  return cutReport(await readAny(bytes));
}
