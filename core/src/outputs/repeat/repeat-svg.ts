import type { Job } from '../../document/types.ts';
import { hexOfLight } from '../../ink/ink-sets.ts';
import { solidLight } from '../../ink/printed-ink.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { isFlatColour } from '../../print/ink-levels.ts';
import { printingPasses } from '../../print/printing-passes.ts';
import { isBitmap, type Plate } from '../../raster/plate.ts';
import type { Size } from '../../raster/sheet.ts';
import { TRACED_BEYOND, wrappedOutline } from '../../repeat/wrapped-outline.ts';
import { short as shortMm, textSink, xml } from '../marks/text-sink.ts';
import { output } from '../output.ts';
import { swatchFault, swatchOfWork, swatchPixels } from './swatch-work.ts';

/** Most pixels of a swatch that is traced. */
const MOST_PIXELS = 30e6;
/** Share of the work after which the plates are there. */
const MADE = 0.7;
/** How many swatches the file shows across and down. */
const SHOWN = 3;
/** Decimals of a pixel. */
const DECIMALS = 100;
/** Side in mm of parts that are traced to tell how long the file will be, and how many there are across and down. */
const SAMPLED = 15;
const SPREAD = 3;
/** Bytes of what stands around outlines. */
const HEAD = 700;

/** Ink 0 or 255 of each pixel of a one-bit plate. */
function inked(plate: Plate): Uint8Array {
  if (!isBitmap(plate)) throw new Error('Only plates of one bit are traced.');
  const { width, height, stride, data } = plate;
  const out = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) out[y * width + x] = (data[y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1 ? 255 : 0;
  return out;
}

/** A length of so many hundredths of a pixel, as short as it can be. */
const short = (hundredths: number): string => String(hundredths / DECIMALS).replace(/^(-?)0\./, '$1.');

/** A closed ring as the data of a path, each corner from the one before: rounding does not add up. */
function ringPath(ring: Float64Array): string {
  const at = (k: number) => Math.round(ring[k]! * DECIMALS);
  let [x, y] = [at(0), at(1)];
  let d = `M${short(x)} ${short(y)}l`;
  for (let k = 2; k < ring.length; k += 2) {
    const [nx, ny] = [at(k), at(k + 1)];
    d += `${k > 2 ? ' ' : ''}${short(nx - x)} ${short(ny - y)}`;
    [x, y] = [nx, ny];
  }
  return `${d}z`;
}

/** The outline of a plate as the data of a path, in pixels. */
const pathOf = (plate: Plate): string => wrappedOutline(inked(plate), plate.width, plate.height).map(ringPath).join('');

/** Pixels that are traced of a swatch. */
const traced = ({ width, height }: Size): number => (width + 2 * TRACED_BEYOND) * (height + 2 * TRACED_BEYOND);

/** Jobs whose swatches are small parts of what repeats, spread over it. */
function sampled(job: Job): Job[] {
  const { repeat, sheet } = job;
  const { x, y, width, height } = repeat.part ? repeat : { x: 0, y: 0, width: sheet.width, height: sheet.height };
  const [w, h] = [Math.min(SAMPLED, width / SPREAD), Math.min(SAMPLED, height / SPREAD)];
  return Array.from({ length: SPREAD * SPREAD }, (_, k) => {
    const [across, down] = [((k % SPREAD) + 0.5) / SPREAD, (Math.floor(k / SPREAD) + 0.5) / SPREAD];
    const part = { part: true, x: x + across * width - w / 2, y: y + down * height - h / 2, width: w, height: h };
    return { ...job, repeat: { ...repeat, ...part, kind: 'square', seam: 'wrap', fade: 0 } };
  });
}

export const repeatSvg = output({
  name: 'repeat-svg',
  label: 'Swatch, SVG',
  about: 'The seamless repeat as an SVG `pattern`, traced: a path for each pass. The file shows three by three of it.',
  ending: 'svg',
  type: 'image/svg+xml',
  of: 'job',
  oneBit: true,
  fileName: 'swatch',
  fault(job) {
    const pass = printingPasses(job).find((own) => !isFlatColour(own));
    if (pass) return `${pass.name} prints more than one colour, which has no outline; take the swatch out as PNG.`;
    return swatchFault(job, MOST_PIXELS);
  },
  async write(work, sink) {
    const { job, progress } = work;
    const passes = printingPasses(job);
    const { plates, width, height } = swatchOfWork(work, (share) => progress?.(MADE * share));
    const text = textSink(sink);
    const mm = (pixels: number) => shortMm((pixels / job.repeat.ppi) * MM_PER_INCH);
    const [w, h] = [SHOWN * width, SHOWN * height];
    text.write(
      '<?xml version="1.0" encoding="UTF-8"?>\n' +
        // Renderers make a pattern of whole pixels: nothing but whole sizes may come between it and them.
        `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(w)}mm" height="${mm(h)}mm" viewBox="0 0 ${w} ${h}" preserveAspectRatio="none">\n` +
        `<title>${xml(job.title)}</title>\n<defs>\n` +
        `<pattern id="swatch" patternUnits="userSpaceOnUse" width="${width}" height="${height}">\n` +
        // What lies under the edges of a pattern is drawn whole on both sides of them.
        `<rect x="-1" y="-1" width="${width + 2}" height="${height + 2}" fill="${job.sheet.stock.colour}"/>\n`,
    );
    passes.forEach((pass, k) => {
      const blend = pass.ink.meets === 'overprint' ? ' style="mix-blend-mode:multiply"' : '';
      text.write(
        `<path data-pass="${xml(pass.name)}" fill="${hexOfLight(solidLight(pass.ink))}" fill-rule="evenodd"${blend} d="${pathOf(plates[k]!)}"/>\n`,
      );
      progress?.(MADE + ((1 - MADE) * (k + 1)) / passes.length);
    });
    text.write(`</pattern>\n</defs>\n<rect width="${w}" height="${h}" fill="url(#swatch)"/>\n</svg>\n`);
    text.flush();
  },
  estimate(work) {
    let [bytes, pixels] = [0, 0];
    for (const job of sampled(work.job)) {
      const { plates, width, height } = swatchOfWork({ ...work, job });
      for (const plate of plates) bytes += pathOf(plate).length;
      pixels += traced({ width, height });
    }
    return Math.round(HEAD + (bytes * traced(swatchPixels(work.job))) / pixels);
  },
});
