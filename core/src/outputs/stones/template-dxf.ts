import { dxfCircle, dxfEnd, dxfHead, dxfLayer, dxfPolyline } from '../dxf.ts';
import { textSink } from '../marks/text-sink.ts';
import { output } from '../output.ts';
import { allStones, stonesFault } from './layouts.ts';
import { layersOf, planTemplate, stacked } from './template.ts';

/** Bytes of a hole, nearly. */
const HOLE = 60;

export const stonesDxf = output({
  name: 'stones-dxf',
  label: 'Template, DXF',
  about: 'Holes for all stones in mm (release 12), a layer for each size, split to the width of the cutter.',
  ending: 'dxf',
  type: 'image/vnd.dxf',
  of: 'job',
  oneBit: false,
  fileName: 'template',
  fault: stonesFault,
  async write(work, sink) {
    const all = allStones(work);
    const template = planTemplate(all);
    const { placed, width, height } = stacked(template);
    const layers = layersOf(all, template).map(({ size, name }, k) => ({ size, layer: dxfLayer(name, k) }));
    const text = textSink(sink);
    text.write(
      dxfHead(
        { left: 0, bottom: 0, right: width, top: height },
        layers.map((l) => l.layer),
      ),
    );
    for (const { size, layer } of layers) {
      for (const { sheet, y } of placed) {
        for (const hole of sheet.holes) {
          if (hole.size !== size) continue;
          const up = (v: number) => height - y - v;
          text.write(
            hole.corners
              ? dxfPolyline(layer, hole.corners, (v) => v, up)
              : dxfCircle(layer, hole.x, up(hole.y), hole.r),
          );
        }
      }
    }
    text.write(dxfEnd());
    text.flush();
  },
  estimate: (work) => 1000 + HOLE * allStones(work).count,
});
