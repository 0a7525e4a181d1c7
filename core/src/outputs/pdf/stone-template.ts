import { deflate } from 'pako';
import { type PDFDocument, PDFHexString, PDFName, type PDFRef } from 'pdf-lib';
import type { Job } from '../../document/types.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { AllStones } from '../stones/layouts.ts';
import { type Hole, layersOf, planTemplate } from '../stones/template.ts';
import type { OutputSink } from '../output.ts';
import { circlePath, polygonPath } from './circle-path.ts';
import { newDocument } from './plate-pdf.ts';

/** Points a mm. */
const POINTS = 72 / MM_PER_INCH;
/** Decimals of a point: a ten-thousandth is far less than 1 µm. */
const DECIMALS = 5;

/** Layers that a reader can switch (optional content, ISO 32000-1, 8.11), by name. */
function addLayers(pdf: PDFDocument, names: readonly string[]): PDFRef[] {
  const { context } = pdf;
  const groups = names.map((name) => context.register(context.obj({ Type: 'OCG', Name: PDFHexString.fromText(name) })));
  const shown = { Order: groups, ON: groups, Name: PDFHexString.fromText('Sizes') };
  pdf.catalog.set(PDFName.of('OCProperties'), context.obj({ OCGs: groups, D: shown }));
  return groups;
}

/** The holes of one size as operators, each a line that is cut. */
const cutLines = (holes: readonly Hole[], height: number): string =>
  holes
    .map((hole) => {
      const up = (v: number) => (height - v) * POINTS;
      return `${
        hole.corners
          ? polygonPath(hole.corners, (v) => v * POINTS, up, DECIMALS)
          : circlePath(hole.x * POINTS, up(hole.y), hole.r * POINTS, DECIMALS, 8)
      }S\n`;
    })
    .join('');

/** Writes a template as pages of true size, one for each sheet, with a layer for each size. */
export async function writeTemplatePdf(job: Job, all: AllStones, sink: OutputSink): Promise<void> {
  const template = planTemplate(all);
  const layers = layersOf(all, template);
  const pdf = await newDocument(job);
  const groups = addLayers(
    pdf,
    layers.map((l) => l.name),
  );
  const { context } = pdf;
  for (const { width, height, holes } of template.sheets) {
    const page = pdf.addPage([width * POINTS, height * POINTS]);
    const properties = context.obj(Object.fromEntries(groups.map((group, k) => [`L${k}`, group])));
    page.node.normalizedEntries().Resources.set(PDFName.of('Properties'), properties);
    const text = layers
      .map(({ size }, k) => {
        const own = holes.filter((h) => h.size === size);
        return `/OC /L${k} BDC\n${cutLines(own, height)}EMC\n`;
      })
      .join('');
    const packed = deflate(new TextEncoder().encode(`0.25 w 0 G\n${text}`));
    const stream = context.stream(packed, { Filter: 'FlateDecode' });
    page.node.set(PDFName.of('Contents'), context.register(stream));
  }
  sink.write(await pdf.save({ useObjectStreams: false }));
}
