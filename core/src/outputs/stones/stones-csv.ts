import { csvField } from '../csv-field.ts';
import { short, textSink } from '../marks/text-sink.ts';
import { output } from '../output.ts';
import { allStones, eachStone, stonesFault } from './layouts.ts';

/** Bytes of a line, nearly. */
const LINE = 40;

export const stonesCsv = output({
  name: 'stones-csv',
  label: 'Stones, list',
  about: 'A line for each stone: place in mm, diameter, size and colour.',
  ending: 'csv',
  type: 'text/csv',
  of: 'job',
  oneBit: false,
  fileName: 'stones',
  fault: stonesFault,
  async write(work, sink) {
    const all = allStones(work);
    const { sizes, colours } = all.job;
    const text = textSink(sink);
    text.write('x_mm,y_mm,diameter_mm,size,colour\n');
    eachStone(all, ({ x, y, size, colour }, k) => {
      const own = sizes[size[k]!]!;
      const numbers = [x[k]!, y[k]!, Math.max(own.width, own.height)].map(short);
      text.write(`${numbers.join(',')},${csvField(own.name)},${csvField(colours[colour[k]!]!.name)}\n`);
    });
    text.flush();
  },
  estimate: (work) => 40 + LINE * allStones(work).count,
});
