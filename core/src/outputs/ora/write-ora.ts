import type { Pass } from '../../document/types.ts';
import { createPngWriter, type PngWriter } from '../../formats/png.ts';
import { printBands } from '../../print/bands.ts';
import { composeExact } from '../../print/compose.ts';
import { blendOf } from '../../print/ink-levels.ts';
import { passColours } from '../../print/pass-colours.ts';
import { planSurface } from '../../print/plan-surface.ts';
import { reducedPrint } from '../../print/reduced-print.ts';
import { sheetPixels } from '../../raster/sheet.ts';
import { openArchive } from '../archive-entries.ts';
import type { Aside, OutputSink, OutputWork } from '../output.ts';
import { type OraLayer, stackXml } from './stack-xml.ts';

/** Longest side of the thumbnail, as OpenRaster wants it. */
const THUMB_SIDE = 256;

/** How a layer meets what lies under it, in the words of OpenRaster: inks that let light through multiply. */
function operationOf(pass: Pass): string {
  const blend = blendOf(pass);
  if (blend) return blend.name === 'normal' ? 'svg:src-over' : `svg:${blend.name}`;
  if (pass.ink.meets === 'light') return 'svg:screen';
  return pass.ink.opacity >= 0.5 ? 'svg:src-over' : 'svg:multiply';
}

/** Bytes of RGBA pixels without their alpha. */
function opaque(rgba: ArrayLike<number>): Uint8Array {
  const out = new Uint8Array((rgba.length / 4) * 3);
  for (let from = 0, to = 0; from < rgba.length; from += 4) {
    for (let c = 0; c < 3; c++) out[to++] = rgba[from + c]!;
  }
  return out;
}

/** A job's stock and passes as the layers of an OpenRaster file, with the whole print beside them. */
export async function writeOra({ env, job, passes, progress }: OutputWork, sink: OutputSink): Promise<void> {
  const size = sheetPixels(job.sheet);
  const { ppi } = job.sheet;
  const { kernels } = env;
  const archive = openArchive(sink);
  // It comes first and unpacked, so that programs know the file by its beginning.
  archive.addText('mimetype', 'image/openraster');

  const surface = planSurface(env, job);
  const pngTo = (to: Aside, kind: 'rgb' | 'rgba'): PngWriter =>
    createPngWriter({ ...size, ppi, kind, write: (piece) => to.write(piece) });
  const [stock, merged] = [sink.aside(), sink.aside()];
  const layers = passes.map(() => sink.aside());
  const files = {
    stock: pngTo(stock, 'rgb'),
    merged: pngTo(merged, 'rgb'),
    layers: layers.map((to) => pngTo(to, 'rgba')),
  };
  const coloursOf = passes.map((pass, k) => passColours(kernels, job.sheet, pass, k));
  for (const { y, rows, plates } of printBands(env, job, passes)) {
    const area = { x: 0, y, width: size.width, height: rows, step: 1 };
    const bare = composeExact(kernels, job.sheet, [], [], area, { under: surface.under, over: [] });
    files.stock.rows(opaque(bare), 3 * size.width, rows);
    files.merged.rows(opaque(composeExact(kernels, job.sheet, passes, plates, area, surface)), 3 * size.width, rows);
    plates.forEach((plate, k) => {
      const rgba = new Uint8Array(4 * size.width * rows);
      const rowOf = coloursOf[k]!(plate, area);
      for (let r = 0; r < rows; r++) {
        rgba.set(new Uint8Array(kernels.run.memory.buffer, rowOf(r), 4 * size.width), 4 * size.width * r);
      }
      files.layers[k]!.rows(rgba, 4 * size.width, rows);
    });
    progress?.((0.9 * (y + rows)) / size.height);
  }
  for (const png of [files.stock, files.merged, ...files.layers]) png.end();

  const listed: OraLayer[] = [
    { source: 'data/stock.png', name: job.sheet.stock.name, opacity: 1, visible: true, op: 'svg:src-over' },
    ...passes.map((pass, k) => ({
      source: `data/pass-${k + 1}.png`,
      name: pass.name,
      opacity: pass.ink.strength,
      visible: true,
      op: operationOf(pass),
    })),
  ];
  archive.addText('stack.xml', stackXml({ ...size, ppi }, listed));
  archive.add('data/stock.png', stock.pieces());
  layers.forEach((layer, k) => {
    archive.add(`data/pass-${k + 1}.png`, layer.pieces());
  });
  archive.add('mergedimage.png', merged.pieces());

  const scale = Math.min(1, THUMB_SIDE / Math.max(size.width, size.height));
  const small = {
    width: Math.max(1, Math.floor(size.width * scale)),
    height: Math.max(1, Math.floor(size.height * scale)),
  };
  const thumb = sink.aside();
  const png = createPngWriter({ ...small, ppi: ppi * scale, kind: 'rgb', write: (piece) => thumb.write(piece) });
  const asked = {
    ...small,
    scale,
    originX: 0,
    originY: 0,
    soft: true,
    quick: true,
    looks: [{ sheet: job.sheet, surface }],
  };
  for (const { rgba, rows } of reducedPrint(env, job, asked)) png.rows(opaque(rgba[0]!), 3 * small.width, rows);
  png.end();
  archive.add('Thumbnails/thumbnail.png', thumb.pieces());
  archive.end();
  progress?.(1);
}
