import { csvField } from '../csv-field.ts';
import { output } from '../output.ts';
import { type Drawn, drawnGroups, outlinesFault, toMm } from './drawn.ts';
import { estimateOutlines } from './estimate.ts';
import { short, textSink } from './text-sink.ts';

const HEAD = 'pass,ink,x_mm,y_mm,size_mm,turn_deg,shape,colour,tone\n';

/** Bytes of a line, nearly. */
const LINE = 70;

const DEGREES = 180 / Math.PI;

function line(drawn: Drawn, first: string, mm: (px: number) => number): string {
  const { mark } = drawn;
  if (!mark) return '';
  const turn = (mark.turn * DEGREES) % 360;
  const numbers = [mm(mark.x), mm(mark.y), mm(mark.width) - mm(0), turn < 0 ? turn + 360 : turn].map(short);
  return `${first},${numbers.join(',')},${csvField(mark.unit.name)},${drawn.colour ?? ''},${short(mark.tone)}\n`;
}

export const marksCsv = output({
  name: 'marks-csv',
  label: 'Marks, list',
  about: 'A line for each mark: place and size in mm, turn, shape and colour.',
  ending: 'csv',
  type: 'text/csv',
  of: 'job',
  oneBit: false,
  fileName: 'marks list',
  fault: outlinesFault,
  async write(work, sink) {
    const mm = toMm(work.job);
    const text = textSink(sink);
    text.write(HEAD);
    for (const { single, pass } of drawnGroups(work)) {
      const first = `${csvField(pass.name)},${csvField(pass.ink.name || pass.name)}`;
      for (const band of single()) for (const drawn of band) text.write(line(drawn, first, mm));
    }
    text.flush();
  },
  estimate: (work) => estimateOutlines(work, () => LINE),
});
