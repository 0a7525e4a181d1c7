import type { Job } from '../../document/types.ts';
import { dxfCircle, dxfEnd, dxfHead, dxfLayer, dxfPolyline } from '../dxf.ts';
import { output } from '../output.ts';
import { type Drawn, drawnGroups, outlinesFault, toMm } from './drawn.ts';
import { estimateOutlines } from './estimate.ts';
import { textSink } from './text-sink.ts';

/** An outline as entities: a full circle as CIRCLE, anything else as closed POLYLINEs. y runs upwards. */
function entities(drawn: Drawn, layer: string, x: (px: number) => number, y: (px: number) => number): string {
  if (drawn.circle) {
    const { circle } = drawn;
    return dxfCircle(layer, x(circle.x), y(circle.y), x(circle.r) - x(0));
  }
  return drawn
    .outline()
    .map((p) => dxfPolyline(layer, p, x, y))
    .join('');
}

/** The sheet with its bleed, y upwards. */
const sheetBox = ({ sheet: { width, height, bleed } }: Job) => ({
  left: -bleed,
  bottom: -bleed,
  right: width + bleed,
  top: height + bleed,
});

/** From pixels to mm with y upwards from the trimmed sheet's lower edge. */
function places(job: Job) {
  const mm = toMm(job);
  return { x: mm, y: (px: number) => job.sheet.height - mm(px) };
}

export const marksDxf = output({
  name: 'marks-dxf',
  label: 'Marks, DXF',
  about: 'Closed outlines and circles in mm, a layer for each ink, for cutters and engravers.',
  ending: 'dxf',
  type: 'image/vnd.dxf',
  of: 'job',
  oneBit: false,
  fileName: 'marks',
  fault: outlinesFault,
  async write(work, sink) {
    const { job } = work;
    const { x, y } = places(job);
    const text = textSink(sink);
    const groups = drawnGroups(work);
    const layers = groups.map(({ pass }) => dxfLayer(pass.ink.name || pass.name, job.passes.indexOf(pass)));
    text.write(dxfHead(sheetBox(job), [...new Set(layers)]));
    for (const [k, { bands }] of groups.entries()) {
      for (const band of bands()) for (const drawn of band) text.write(entities(drawn, layers[k]!, x, y));
    }
    text.write(dxfEnd());
    text.flush();
  },
  estimate: (work) => {
    const { x, y } = places(work.job);
    return estimateOutlines(work, (drawn) => entities(drawn, '1-INK', x, y).length);
  },
});
