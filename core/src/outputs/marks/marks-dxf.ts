import type { Job } from '../../document/types.ts';
import { fileWords } from '../file-words.ts';
import { output } from '../output.ts';
import { type Drawn, drawnGroups, outlinesFault, toMm } from './drawn.ts';
import { estimateOutlines } from './estimate.ts';
import { short, textSink } from './text-sink.ts';

/** Group codes and values of a DXF file (drawing exchange format, release 12, published by its maker), two lines each. */
const pairs = (...of: readonly (readonly [number, string | number])[]): string =>
  of
    .map(
      ([code, value]) =>
        `${code}\n${typeof value === 'number' && code !== 62 && code !== 66 && code !== 70 ? short(value) : value}\n`,
    )
    .join('');

/** A layer's name: letters, digits and dashes, as release 12 wants them. */
const layerName = (ink: string, place: number): string =>
  `${place + 1}-${fileWords(ink).replace(/[^a-z0-9-]/g, '') || 'ink'}`.toUpperCase().slice(0, 31);

function head({ sheet }: Job, layers: readonly string[]): string {
  return (
    pairs(
      [0, 'SECTION'],
      [2, 'HEADER'],
      [9, '$ACADVER'],
      [1, 'AC1009'],
      [9, '$EXTMIN'],
      [10, -sheet.bleed],
      [20, -sheet.bleed],
      [9, '$EXTMAX'],
      [10, sheet.width + sheet.bleed],
      [20, sheet.height + sheet.bleed],
      [0, 'ENDSEC'],
    ) +
    pairs([0, 'SECTION'], [2, 'TABLES'], [0, 'TABLE'], [2, 'LAYER'], [70, layers.length]) +
    layers.map((name, k) => pairs([0, 'LAYER'], [2, name], [70, 0], [62, (k % 7) + 1], [6, 'CONTINUOUS'])).join('') +
    pairs([0, 'ENDTAB'], [0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES'])
  );
}

/** An outline as entities: a full circle as CIRCLE, anything else as closed POLYLINEs. y runs upwards. */
function entities(drawn: Drawn, layer: string, x: (px: number) => number, y: (px: number) => number): string {
  if (drawn.circle) {
    const { circle } = drawn;
    return pairs([0, 'CIRCLE'], [8, layer], [10, x(circle.x)], [20, y(circle.y)], [40, x(circle.r) - x(0)]);
  }
  return drawn
    .outline()
    .map((p) => {
      let text = pairs([0, 'POLYLINE'], [8, layer], [66, 1], [10, 0], [20, 0], [70, 1]);
      for (let k = 0; k < p.length; k += 2)
        text += pairs([0, 'VERTEX'], [8, layer], [10, x(p[k]!)], [20, y(p[k + 1]!)]);
      return text + pairs([0, 'SEQEND'], [8, layer]);
    })
    .join('');
}

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
    const layers = groups.map(({ pass }) => layerName(pass.ink.name || pass.name, job.passes.indexOf(pass)));
    text.write(head(job, [...new Set(layers)]));
    for (const [k, { bands }] of groups.entries()) {
      for (const band of bands()) for (const drawn of band) text.write(entities(drawn, layers[k]!, x, y));
    }
    text.write(pairs([0, 'ENDSEC'], [0, 'EOF']));
    text.flush();
  },
  estimate: (work) => {
    const { x, y } = places(work.job);
    return estimateOutlines(work, (drawn) => entities(drawn, '1-INK', x, y).length);
  },
});
