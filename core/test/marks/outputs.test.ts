import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SaxesParser } from 'saxes';
import { bitAt, type Job, outlineArea, packRows, planMarks, type PrintedMark, strideOf } from '../../src/index.ts';
import { finished, outlineOf } from '../../src/marks/joining/join.ts';
import type { Outline } from '../../src/marks/outline.ts';
import { coverageOfOutline } from '../../src/marks/raster.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { outputBytes } from '../outputs.ts';
import { kernels } from '../plates.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'marks-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const source = greyPicture(600, 400, (x, y) => 255 - Math.min(255, (x + y) / 4));
const pictures = () => source;

/** A job whose pass prints marks with some settings. */
function markJob(marks: object, screen: object = {}): Job {
  const base = pixelJob(600, 400, source);
  const own = base.passes[0]!.fills[0].screen;
  return pixelJob(600, 400, source, {
    tone: { meaning: 'even' },
    screen: {
      family: 'marks',
      frequency: { per: 'px', value: 25 },
      angle: 0,
      ...screen,
      marks: { ...own.marks, ...marks },
    } as never,
    ink: { name: 'Kite red' },
  });
}

function marksOf(job: Job): PrintedMark[] {
  return planMarks({ kernels, pictures }, job, job.passes).flatMap((m) => [...m.bands()].flat());
}

async function file(
  job: Job,
  kind: 'marks-svg' | 'marks-pdf' | 'marks-dxf' | 'marks-csv',
  name: string,
): Promise<string> {
  const path = join(folder, name);
  writeFileSync(path, await outputBytes(job, { kind }, pictures));
  return path;
}

/** Elements of an SVG by their names, with their attributes, as an XML parser reads them. */
function elementsOf(svg: Uint8Array): { name: string; attributes: Record<string, string> }[] {
  const found: { name: string; attributes: Record<string, string> }[] = [];
  const parser = new SaxesParser();
  parser.on('opentag', ({ name, attributes }) =>
    found.push({ name, attributes: attributes as Record<string, string> }),
  );
  parser.write(Buffer.from(svg).toString('utf8')).close();
  return found;
}

/** What a job's marks, or the one outline that they are joined into, enclose, in pixels. */
const allOutlines = (job: Job): Outline =>
  planMarks({ kernels, pictures }, job, job.passes).flatMap((fill) =>
    fill.joined ? finished(fill.join()) : [...fill.bands()].flat().flatMap(outlineOf),
  );

const inches = 25.4 / 300;

describe('SVG', () => {
  test('is in mm, one group for the pass with its ink, one circle a mark', async () => {
    const job = markJob({ shape: 'circle', to: 0.7 });
    const elements = elementsOf(await outputBytes(job, { kind: 'marks-svg' }, pictures));
    const [svg] = elements;
    expect(svg!.attributes).toMatchObject({ width: '50.8mm', height: '33.8667mm', viewBox: '0 0 50.8 33.8667' });
    expect(elements.filter((e) => e.name === 'g').map((e) => e.attributes['data-ink'])).toEqual(['Kite red']);
    const circles = elements.filter((e) => e.name === 'circle');
    const marks = marksOf(job);
    expect(circles).toHaveLength(marks.length);
    circles.forEach(({ attributes: { cx, cy, r } }, k) => {
      const mark = marks[k]!;
      expect(Number(cx)).toBeCloseTo(mark.x * inches, 3);
      expect(Number(cy)).toBeCloseTo(mark.y * inches, 3);
      // Area-true: π r² is the tone of the cell, 0.7 times, of its area.
      expect(Math.PI * Number(r) * Number(r)).toBeCloseTo(0.7 * mark.tone * (25 * inches) * (25 * inches), 2);
    });
  });

  test.each([
    ['circles', { shape: 'circle' }],
    ['stars that turn into hearts, ragged', { shape: 'star', sides: 5, into: 'heart', ragged: 0.4 }],
    ['letters with holes', { shape: 'letters', to: 0.8 }],
    ['squares along the pixels', { shape: 'polygon', sides: 4, sizing: 'width', from: 0.47, to: 0.47 }],
    ['rings on spokes, mirrored', { shape: 'ring', lattice: 'spokes', mirror: 'both', turning: 'centre' }],
    ['hexagons cut at the edge', { shape: 'polygon', sides: 6, lattice: 'hexagonal', from: 0.8 }],
    ['joined circles', { shape: 'circle', join: true, fit: 'counts', across: 9, from: 0.9, grow: 0.1 }],
  ])('librsvg draws %s as our plate has them, mean within 1/255', async (what, marks) => {
    const job = markJob(marks);
    const svg = await file(job, 'marks-svg', 'drawn.svg');
    const png = join(folder, 'drawn.png');
    execFileSync('rsvg-convert', ['-w', '600', '-h', '400', '--background-color=white', '-o', png, svg]);
    const script = `
import sys
from PIL import Image
sys.stdout.buffer.write(Image.open(sys.argv[1]).convert('L').tobytes())`;
    const grey = execFileSync('/usr/bin/python3', ['-c', script, png], { maxBuffer: 1e8 });
    const dark = grey.reduce((least, g) => Math.min(least, g), 255);
    const rows = packRows(kernels, job, job.passes[0]!, pictures);
    const plate = { width: 600, height: 400, stride: strideOf(600), data: rows };
    const whole = { x: 0, y: 0, width: 600, height: 400, step: 1 };
    const cover = coverageOfOutline(kernels, allOutlines(job), whole);
    let [ours, theirs, apart, most] = [0, 0, 0, 0];
    for (let y = 0; y < 400; y++) {
      for (let x = 0; x < 600; x++) {
        const at = y * 600 + x;
        const ink = (255 - grey[at]!) / (255 - dark);
        ours += cover[at]! / 255;
        theirs += ink;
        most = Math.max(most, Math.abs(ink - cover[at]! / 255));
        // A pixel that is covered by clearly more or less than half prints or does not.
        if (Math.abs(ink - 0.5) > 0.1 && bitAt(plate, x, y) !== (ink > 0.5 ? 1 : 0)) apart++;
      }
    }
    expect(Math.abs(ours - theirs) / (600 * 400)).toBeLessThan(1 / 255);
    // Where the edges of two marks overlap within a pixel, both count.
    expect(apart / (600 * 400)).toBeLessThan(0.0003);
    if (what.startsWith('squares')) expect(most).toBeLessThan(1.5 / 255);
  });
});

test('the list of marks has a line a mark, and its sums are those of the marks', async () => {
  const job = markJob({ shape: 'heart', to: 0.6, turning: 'tone' });
  const lines = Buffer.from(await outputBytes(job, { kind: 'marks-csv' }, pictures))
    .toString('utf8')
    .trim()
    .split('\n');
  const marks = marksOf(job);
  expect(lines[0]).toBe('pass,ink,x_mm,y_mm,size_mm,turn_deg,shape,colour,tone');
  expect(lines).toHaveLength(marks.length + 1);
  const sum = (k: number) => lines.slice(1).reduce((all, line) => all + Number(line.split(',')[k]), 0);
  expect(sum(2)).toBeCloseTo(
    marks.reduce((all, m) => all + m.x * inches, 0),
    0,
  );
  expect(sum(4)).toBeCloseTo(
    marks.reduce((all, m) => all + m.width * inches, 0),
    0,
  );
  expect(sum(8)).toBeCloseTo(
    marks.reduce((all, m) => all + m.tone, 0),
    0,
  );
});

test('DXF is read by another library: circles and closed polylines on a layer of the ink, in mm', async () => {
  const circles = markJob({ shape: 'circle', to: 0.7 });
  const stars = markJob({ shape: 'star', sides: 6, to: 0.5 });
  const script = `
import sys, ezdxf
doc = ezdxf.readfile(sys.argv[1])
space = doc.modelspace()
kinds = {}
closed = True
area = 0
for e in space:
    kinds[e.dxftype()] = kinds.get(e.dxftype(), 0) + 1
    if e.dxftype() == 'POLYLINE':
        closed = closed and e.is_closed
        p = [v.dxf.location for v in e.vertices]
        area += abs(sum(p[k].x * p[(k + 1) % len(p)].y - p[(k + 1) % len(p)].x * p[k].y for k in range(len(p)))) / 2
    else:
        area += 3.141592653589793 * e.dxf.radius ** 2
print(doc.dxfversion, sorted(kinds.items()), closed, sorted(set(e.dxf.layer for e in space)), '%.4f' % area)`;
  for (const [job, kind] of [
    [circles, 'CIRCLE'],
    [stars, 'POLYLINE'],
  ] as const) {
    const marks = marksOf(job);
    const said = execFileSync('/usr/bin/python3', ['-c', script, await file(job, 'marks-dxf', 'm.dxf')], {
      encoding: 'utf8',
    });
    expect(said).toMatch(`AC1009 [('${kind}', ${marks.length})] True ['1-KITE-RED']`);
    const area = marks.reduce(
      (all, m) => all + outlineArea(m.unit.outline) * Math.abs(m.matrix[0] * m.matrix[3] - m.matrix[1] * m.matrix[2]),
      0,
    );
    expect(Number(said.trim().split(' ').pop()) / (area * inches * inches)).toBeCloseTo(1, 3);
  }
});

test('PDF: poppler and qpdf read it, and the interpreter makes a plate of the ink by its name', async () => {
  const job = markJob({ shape: 'heart', to: 0.8 });
  const pdf = await file(job, 'marks-pdf', 'm.pdf');
  expect(execFileSync('qpdf', ['--check', pdf], { encoding: 'utf8' })).toContain('No syntax or stream encoding errors');
  expect(execFileSync('pdfinfo', [pdf], { encoding: 'utf8' })).toMatch(/Page size: +144 x 96 pts/);
  execFileSync('gs', [
    '-q',
    '-dNOPAUSE',
    '-dBATCH',
    '-dSAFER',
    '-sDEVICE=tiffsep',
    '-r1200',
    `-sOutputFile=${join(folder, 'sep.tif')}`,
    pdf,
  ]);
  const plate = readdirSync(folder).find((f) => f.includes('(Kite red)'))!;
  const script = `
import sys
from PIL import Image
sys.stdout.buffer.write(Image.open(sys.argv[1]).convert('L').tobytes())`;
  const grey = execFileSync('/usr/bin/python3', ['-c', script, join(folder, plate)], { maxBuffer: 1e8 });
  const area = marksOf(job).reduce(
    (all, m) => all + outlineArea(m.unit.outline) * Math.abs(m.matrix[0] * m.matrix[3] - m.matrix[1] * m.matrix[2]),
    0,
  );
  const theirs = grey.reduce((all, g) => all + (255 - g) / 255, 0) / 16;
  // The interpreter paints every pixel that an outline touches: at 1200 an inch, a little more than its area.
  expect(theirs / area).toBeGreaterThan(0.98);
  expect(theirs / area).toBeLessThan(1.06);
});
