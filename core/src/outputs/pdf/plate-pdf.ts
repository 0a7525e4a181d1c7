import { deflate } from 'pako';
import { PDFDocument, PDFName, PDFNumber, type PDFPage, PDFRawStream, type PDFRef } from 'pdf-lib';
import { encodeSrgb, linearOfHex } from '../../colour/srgb.ts';
import type { Job, Pass } from '../../document/types.ts';
import type { FileSink } from '../../formats/tiff.ts';
import { hexOfLight } from '../../ink/ink-sets.ts';
import { solidLight } from '../../ink/printed-ink.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { Proof } from '../make-proof.ts';
import type { PackedPlate } from '../plate-takers.ts';
import { FIXED_DATE } from '../fixed-date.ts';
import { HeldStream, writePdf } from './held-pdf.ts';

/** Pixels in points; pages are as large as their plates, so that pixels fall on a device's own. */
const points = (pixels: number, ppi: number): number => (pixels * 72) / ppi;

export async function newDocument(job: Job): Promise<PDFDocument> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(job.title);
  pdf.setProducer('Chromatype');
  pdf.setCreator('Chromatype');
  pdf.setCreationDate(FIXED_DATE);
  pdf.setModificationDate(FIXED_DATE);
  return pdf;
}

/** A plate as a one-bit image mask (ISO 32000-1, 8.9.6.2): black pixels of the packed data are painted. */
function maskOf(pdf: PDFDocument, { width, height, bytes }: PackedPlate): PDFRef {
  const { context } = pdf;
  const dict = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: width,
    Height: height,
    ImageMask: true,
    BitsPerComponent: 1,
    Interpolate: false,
    Filter: 'CCITTFaxDecode',
    DecodeParms: { K: -1, Columns: width, Rows: height, EncodedByteAlign: false },
  });
  return context.register(new HeldStream(dict, bytes));
}

function pageFor(pdf: PDFDocument, job: Job, { width, height }: PackedPlate): PDFPage {
  const { ppi, bleed } = job.sheet;
  const page = pdf.addPage([points(width, ppi), points(height, ppi)]);
  // Where the sheet is trimmed, for tools that read it (ISO 32000-1, 14.11.2).
  const sheet = {
    width: ((job.sheet.width + 2 * bleed) / MM_PER_INCH) * 72,
    height: ((job.sheet.height + 2 * bleed) / MM_PER_INCH) * 72,
  };
  const x = (page.getWidth() - sheet.width) / 2;
  const y = (page.getHeight() - sheet.height) / 2;
  const b = (bleed / MM_PER_INCH) * 72;
  page.setBleedBox(x, y, sheet.width, sheet.height);
  page.setTrimBox(x + b, y + b, sheet.width - 2 * b, sheet.height - 2 * b);
  return page;
}

function setContent(pdf: PDFDocument, page: PDFPage, operators: string): void {
  const stream = pdf.context.stream(operators);
  page.node.set(PDFName.of('Contents'), pdf.context.register(stream));
}

/** A page for each plate, in black. */
export async function writePlatesPdf(job: Job, plates: readonly PackedPlate[], sink: FileSink): Promise<void> {
  const pdf = await newDocument(job);
  for (const plate of plates) {
    const page = pageFor(pdf, job, plate);
    page.node.setXObject(PDFName.of('Plate'), maskOf(pdf, plate));
    const [w, h] = [page.getWidth(), page.getHeight()];
    setContent(pdf, page, `0 g q ${w} 0 0 ${h} 0 0 cm /Plate Do Q`);
  }
  await writePdf(pdf, sink);
}

/** An ink's name as PDF names it: inks of process printing stand for themselves. */
const nameOf = (pass: Pass): string => pass.ink.name || pass.name;

/**
 * A Separation colour space under the ink's own name (ISO 32000-1, 8.6.6.4): tools that know the ink make a
 * plate of it, others show the colour it has on white.
 */
export function separationSpace(pdf: PDFDocument, pass: Pass): PDFRef {
  const { context } = pdf;
  const solid = linearOfHex(hexOfLight(solidLight(pass.ink))).map((v) => Number(encodeSrgb(v).toFixed(4)));
  const tint = context.register(context.obj({ FunctionType: 2, Domain: [0, 1], C0: [1, 1, 1], C1: solid, N: 1 }));
  return context.register(
    context.obj([PDFName.of('Separation'), PDFName.of(nameOf(pass)), PDFName.of('DeviceRGB'), tint]),
  );
}

/** One page on which every plate is painted in an ink of its own name that overprints what lies under it. */
export async function writeCompositePdf(job: Job, plates: readonly PackedPlate[], sink: FileSink): Promise<void> {
  const pdf = await newDocument(job);
  const page = pageFor(pdf, job, plates[0]!);
  const { context } = pdf;
  const over = context.obj({ Type: 'ExtGState', OP: true, op: true, OPM: 1 });
  page.node.setExtGState(PDFName.of('Over'), context.register(over));
  const spaces = context.obj({});
  const [w, h] = [page.getWidth(), page.getHeight()];
  const steps = plates.map((plate, k) => {
    spaces.set(PDFName.of(`Ink${k}`), separationSpace(pdf, plate.pass));
    page.node.setXObject(PDFName.of(`Plate${k}`), maskOf(pdf, plate));
    return `/Ink${k} cs 1 scn q ${w} 0 0 ${h} 0 0 cm /Plate${k} Do Q`;
  });
  page.node.normalizedEntries().Resources.set(PDFName.of('ColorSpace'), spaces);
  setContent(pdf, page, `/Over gs\n${steps.join('\n')}`);
  await writePdf(pdf, sink);
}

/** A proof on a page of the sheet's own size; its colours are in its profile. */
export async function writeProofPdf(job: Job, { width, height, rgb, profile }: Proof, sink: FileSink): Promise<void> {
  const pdf = await newDocument(job);
  const { context } = pdf;
  const { sheet } = job;
  const side = (mm: number): number => ((mm + 2 * sheet.bleed) / MM_PER_INCH) * 72;
  const page = pdf.addPage([side(sheet.width), side(sheet.height)]);
  const icc = context.register(context.flateStream(profile, { N: PDFNumber.of(3), Alternate: 'DeviceRGB' }));
  const dict = context.obj({
    Type: 'XObject',
    Subtype: 'Image',
    Width: width,
    Height: height,
    BitsPerComponent: 8,
    ColorSpace: ['ICCBased', icc],
    Filter: 'FlateDecode',
  });
  page.node.setXObject(PDFName.of('Proof'), context.register(PDFRawStream.of(dict, deflate(rgb))));
  setContent(pdf, page, `q ${page.getWidth()} 0 0 ${page.getHeight()} 0 0 cm /Proof Do Q`);
  await writePdf(pdf, sink);
}
