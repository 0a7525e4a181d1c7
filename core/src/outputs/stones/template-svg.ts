import { short, textSink, xml } from '../marks/text-sink.ts';
import { output } from '../output.ts';
import { allStones, stonesFault } from './layouts.ts';
import { type Hole, layersOf, planTemplate, stacked } from './template.ts';

/** Bytes of a hole, nearly. */
const HOLE = 44;

function element(hole: Hole, down: number): string {
  if (!hole.corners) return `<circle cx="${short(hole.x)}" cy="${short(hole.y + down)}" r="${short(hole.r)}"/>\n`;
  const points = Array.from(hole.corners, (v, k) => short(k & 1 ? v + down : v));
  return `<polygon points="${points.join(' ')}"/>\n`;
}

export const stonesSvg = output({
  name: 'stones-svg',
  label: 'Template, SVG',
  about: 'Holes for all stones in true size, a layer for each size, split to the width of the cutter.',
  ending: 'svg',
  type: 'image/svg+xml',
  of: 'job',
  oneBit: false,
  fileName: 'template',
  fault: stonesFault,
  async write(work, sink) {
    const all = allStones(work);
    const template = planTemplate(all);
    const { placed, width, height } = stacked(template);
    const text = textSink(sink);
    const [w, h] = [short(width), short(height)];
    text.write('<?xml version="1.0" encoding="UTF-8"?>\n');
    text.write(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}" fill="none" stroke="#000000" stroke-width="0.1">\n`,
    );
    text.write(`<title>${xml(work.job.title)}</title>\n`);
    for (const { size, name } of layersOf(all, template)) {
      text.write(`<g id="${xml(name.replace(/\s+/g, '-'))}" data-layer="${xml(name)}">\n`);
      for (const { sheet, y } of placed)
        for (const hole of sheet.holes) if (hole.size === size) text.write(element(hole, y));
      text.write('</g>\n');
    }
    text.write('</svg>\n');
    text.flush();
  },
  estimate: (work) => 1000 + HOLE * allStones(work).count,
});
