import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  createJob,
  createKernels,
  type Job,
  newPart,
  newStencil,
  planPassStones,
  readJob,
  withFill,
} from '@chromatype/core';
import sharp from 'sharp';
import { writeFile } from '../src/render/write-file.ts';
import { commandLine } from './command-line.ts';

let at: Awaited<ReturnType<typeof commandLine>>;
beforeAll(async () => {
  at = await commandLine();
});
afterAll(() => at.clear());

const drawing = (width: number, height: number, inner: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">${inner}</svg>`;

const file = (name: string): string => join(at.folder, name);
const save = (name: string, text: string): string => {
  writeFileSync(file(name), text);
  return name;
};

interface Stones {
  readonly stones: number;
  readonly by_size: Readonly<Record<string, number>>;
  readonly by_colour: Readonly<Record<string, number>>;
  readonly faults: readonly { readonly kind: string; readonly said: string }[];
}

async function stones(...args: string[]): Promise<Stones> {
  const { code, out, err } = await at.chromatype('stones', ...args);
  if (code !== 0) throw new Error(err);
  return JSON.parse(out);
}

async function refusal(...args: string[]): Promise<string> {
  const { code, out, err } = await at.chromatype('stones', ...args);
  expect([code, out]).toEqual([2, '']);
  return err.trim();
}

async function cutter(name: string) {
  const { code, out, err } = await at.chromatype('cutter', name);
  if (code !== 0) throw new Error(err);
  return JSON.parse(out);
}

interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly layer: string;
}

/** The circles of a DXF as python3-ezdxf reads them, y downwards from the top of its extent. */
function circlesOfDxf(name: string): Circle[] {
  const script = `
import ezdxf, json, sys
doc = ezdxf.readfile(sys.argv[1])
assert doc.dxfversion == 'AC1009', doc.dxfversion
top = doc.header['$EXTMAX'][1]
print(json.dumps([dict(x=e.dxf.center[0], y=top - e.dxf.center[1], r=e.dxf.radius, layer=e.dxf.layer) for e in doc.modelspace().query('CIRCLE')]))`;
  return JSON.parse(execFileSync('/usr/bin/python3', ['-c', script, file(name)], { encoding: 'utf8', maxBuffer: 1e8 }));
}

/** Closed curves of an SVG that another program wrote, as circles in the unit of its coordinates: middle and radius of their boxes. */
function circlesOfSvg(svg: string, perUnit: number): Omit<Circle, 'layer'>[] {
  return [...svg.matchAll(/<path\b([^>]*)\/>/g)].flatMap(([, attributes]) => {
    const d = /\bd="([^"]*)"/.exec(attributes!)?.[1] ?? '';
    const [a = 1, b = 0, c = 0, e = 1, tx = 0, ty = 0] =
      /transform="matrix\(([^)]*)\)"/
        .exec(attributes!)?.[1]
        ?.split(/[\s,]+/)
        .map(Number) ?? [];
    return d
      .split('M')
      .filter((part) => part.includes('C'))
      .map((part) => {
        // Ends of curves alone: control points lie outside.
        const ends = [...part.matchAll(/(?:^|[LC])([^A-Z]*)/g)].flatMap(([, numbers]) => {
          const n = numbers!
            .trim()
            .split(/[\s,]+/)
            .map(Number);
          return n.length >= 2 ? [[n[n.length - 2]!, n[n.length - 1]!] as const] : [];
        });
        const xs = ends.map(([x, y]) => (a * x + c * y + tx) * perUnit);
        const ys = ends.map(([x, y]) => (b * x + e * y + ty) * perUnit);
        const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
        return { x: (left + right) / 2, y: (top + bottom) / 2, r: (right - left + bottom - top) / 4 };
      });
  });
}

/** A PDF of one page as poppler draws it, in points. */
const popplerSvg = (name: string, page = 1): string => {
  execFileSync('pdftocairo', [
    '-svg',
    '-origpagesizes',
    '-noshrink',
    '-nocenter',
    '-f',
    String(page),
    '-l',
    String(page),
    file(name),
    file('poppler.svg'),
  ]);
  return readFileSync(file('poppler.svg'), 'utf8');
};

/** How much larger librsvg writes a drawing, since it rounds to 1/256 of a unit. */
const ZOOM = 20;

/** An SVG as librsvg reads it: written anew with 96 units an inch, times the zoom. */
const librsvgSvg = (name: string): string =>
  execFileSync('rsvg-convert', ['-z', String(ZOOM), '-f', 'svg', file(name)], { encoding: 'utf8', maxBuffer: 1e8 });

/** Each circle of one list has one of the other in its place, and no other; radii differ by less than `within` mm. */
function expectSame(
  found: readonly Omit<Circle, 'layer'>[],
  wanted: readonly Omit<Circle, 'layer'>[],
  within = 0.001,
): void {
  expect(found.length).toBe(wanted.length);
  const cell = (x: number, y: number) => `${Math.floor(x)} ${Math.floor(y)}`;
  const cells = new Map<string, Omit<Circle, 'layer'>[]>();
  for (const c of wanted) cells.set(cell(c.x, c.y), [...(cells.get(cell(c.x, c.y)) ?? []), c]);
  const used = new Set<Omit<Circle, 'layer'>>();
  for (const c of found) {
    const near = [-1, 0, 1]
      .flatMap((i) => [-1, 0, 1].flatMap((j) => cells.get(cell(c.x + i, c.y + j)) ?? []))
      .find((w) => Math.hypot(w.x - c.x, w.y - c.y) < 0.01);
    if (!near || used.has(near)) throw new Error(`There is no hole at ${c.x}, ${c.y}.`);
    used.add(near);
    expect(Math.abs(c.r - near.r)).toBeLessThan(within);
  }
}

/** Pixels a mm in which poppler draws single holes. */
const FINE = 7200 / 25.4;
/** Width of the lines of a template in PDF, in mm. */
const LINE = (0.25 * 25.4) / 72;

/** Radius in mm of a hole of a PDF as poppler draws it: the mean distance of its line from its middle. */
function radiusByPoppler(name: string, { x, y, r }: Omit<Circle, 'layer'>): number {
  const half = Math.ceil((r + 0.1) * FINE);
  const box = ['-x', x * FINE - half, '-y', y * FINE - half, '-W', 2 * half, '-H', 2 * half].map((v) =>
    typeof v === 'number' ? String(Math.round(v)) : v,
  );
  const pgm = execFileSync('pdftoppm', ['-gray', '-r', '7200', ...box, file(name)], { maxBuffer: 1e8 });
  const data = pgm.subarray(pgm.length - 4 * half * half);
  const [left, top] = [Math.round(x * FINE - half), Math.round(y * FINE - half)];
  let [sum, all] = [0, 0];
  for (let row = 0; row < 2 * half; row++) {
    for (let column = 0; column < 2 * half; column++) {
      const far = Math.hypot(left + column + 0.5 - x * FINE, top + row + 0.5 - y * FINE);
      // Lines of other holes begin a little further out.
      if (Math.abs(far / FINE - r) > 0.05) continue;
      const dark = 255 - data[row * 2 * half + column]!;
      sum += dark * far;
      all += dark;
    }
  }
  // The mean distance of a ring from its middle is a little more than its radius: by w² / 12 r.
  return sum / all / FINE - (LINE * LINE) / (12 * r);
}

const KITE = drawing(160, 220, '<path d="M80 10L150 80L80 210L10 80Z"/>');

describe('counts', () => {
  test('a run on a circle and on a line holds as many stones as geometry says', async () => {
    save('circle.svg', drawing(120, 120, '<circle cx="60" cy="60" r="50"/>'));
    const run = await stones('circle.svg', 'out.csv', '--lay', 'run', '--side', 'centre', '--gap', '0.3');
    expect(run.stones).toBe(Math.floor(Math.PI / Math.asin(3.1 / 100)));
    save('line.svg', drawing(140, 40, '<path d="M20 20H120" fill="none" stroke="#000"/>'));
    expect((await stones('line.svg', 'out.csv', '--lay', 'run')).stones).toBe(Math.floor(100 / 3.1) + 1);
  });

  test('the width of the drawing is the one that was asked; stones keep their size', async () => {
    save('circle.svg', drawing(120, 120, '<circle cx="60" cy="60" r="50"/>'));
    const run = await stones('circle.svg', 'out.csv', '--lay', 'run', '--side', 'centre', '--width', '240');
    expect(run.stones).toBe(Math.floor(Math.PI / Math.asin(3.1 / 200)));
    expect(readFileSync(file('out.csv'), 'utf8').split('\n')[1]).toMatch(/,2\.8,SS10,Clear$/);
  });

  test('the list of stones has a line for each, and counts by size add up', async () => {
    save('kite.svg', KITE);
    const all = await stones('kite.svg', 'list.csv', '--lay', 'packed', '--size', 'SS16,SS10,SS6');
    const [head, ...lines] = readFileSync(file('list.csv'), 'utf8').trim().split('\n');
    expect(head).toBe('x_mm,y_mm,diameter_mm,size,colour');
    expect(lines.length).toBe(all.stones);
    for (const [name, count] of Object.entries(all.by_size))
      expect([name, lines.filter((l) => l.includes(`,${name},`)).length]).toEqual([name, count]);
    expect(Object.values(all.by_size).reduce((a, b) => a + b, 0)).toBe(all.stones);
    expect(all.faults).toEqual([]);
  });
});

describe('a template', () => {
  test('has a hole for each stone, with the same middles and radii in SVG, DXF and PDF, as ezdxf, librsvg and poppler read them', async () => {
    save('kite.svg', KITE);
    const made = await stones('kite.svg', 't.dxf', '--lay', 'inward', '--size', 'SS16,SS10', '--corner');
    await stones('kite.svg', 't.svg', '--lay', 'inward', '--size', 'SS16,SS10', '--corner');
    await stones('kite.svg', 't.pdf', '--lay', 'inward', '--size', 'SS16,SS10', '--corner');
    const dxf = circlesOfDxf('t.dxf');
    expect(dxf.length).toBe(made.stones);
    // A hole is 0.2 mm wider than its stone.
    const radii = { SS10: 1.5, SS16: 2.05 } as const;
    for (const [name, r] of Object.entries(radii)) {
      const layer = dxf.filter((c) => c.layer.endsWith(name));
      expect(layer.length).toBe(made.by_size[name]);
      for (const c of layer) expect(Math.abs(c.r - r)).toBeLessThan(0.001);
    }
    expectSame(circlesOfSvg(librsvgSvg('t.svg'), 25.4 / 96 / ZOOM), dxf);
    // What poppler writes as SVG is rounded to 1/256 pt: radii are measured on what it draws.
    expectSame(circlesOfSvg(popplerSvg('t.pdf'), 25.4 / 72), dxf, 0.005);
    for (const hole of [dxf[0]!, dxf[100]!, dxf[dxf.length - 1]!])
      expect(Math.abs(radiusByPoppler('t.pdf', hole) - hole.r)).toBeLessThan(0.001);
    for (const name of ['t.svg', 't.dxf', 't.pdf']) {
      const report = await cutter(name);
      expect(report).toMatchObject({ holes: made.stones, stones: made.stones, by_layer: made.by_size, cannot_cut: [] });
      const length = dxf.reduce((sum, { r }) => sum + 2 * Math.PI * r, 0);
      expect(Math.abs(report.path_mm / length - 1)).toBeLessThan(1e-3);
    }
  });

  test('wider than the cutter is split: sheets together hold each hole once, and neighbours share register holes', async () => {
    save('wide.svg', drawing(700, 120, '<rect x="10" y="10" width="680" height="100"/>'));
    const args = ['--lay', 'rows', '--rows', 'brick', '--cutter', '280'];
    const made = await stones('wide.svg', 'list.csv', ...args);
    await stones('wide.svg', 'split.pdf', ...args);
    await stones('wide.svg', 'split.dxf', ...args);
    const report = await cutter('split.pdf');
    expect(report.pages).toBe(3);
    expect(report.width_mm).toBeLessThanOrEqual(280);
    expect(report).toMatchObject({ stones: made.stones, by_layer: { SS10: made.stones, register: 8 }, cannot_cut: [] });
    // Register holes say where each sheet lies in the design: every stone is then found on one sheet, whole.
    const pages = [1, 2, 3].map((page) => circlesOfSvg(popplerSvg('split.pdf', page), 25.4 / 72));
    // Register holes of 3 mm are as wide as the holes of SS10: they are told apart by the rows at the edges.
    const edge = (page: Omit<Circle, 'layer'>[]) => {
      const ys = page.map((c) => c.y);
      const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
      return page.filter((c) => Math.abs(c.y - top) < 0.01 || Math.abs(c.y - bottom) < 0.01);
    };
    const marks = pages.map((page) => edge(page).sort((a, b) => a.x - b.x));
    expect(marks.map((m) => m.length)).toEqual([2, 4, 2]);
    const toFirst = [0, marks[0]![0]!.x - marks[1]![0]!.x];
    toFirst.push(toFirst[1]! + marks[1]![2]!.x - marks[2]![0]!.x);
    const all = pages.flatMap((page, k) =>
      page.filter((c) => !marks[k]!.includes(c)).map((c) => ({ ...c, x: c.x + toFirst[k]! })),
    );
    const list = readFileSync(file('list.csv'), 'utf8').trim().split('\n').slice(1);
    const places = list.map((line) => line.split(',').map(Number) as [number, number]);
    const [left, top] = [Math.min(...places.map((p) => p[0])), Math.min(...places.map((p) => p[1]))];
    const [holeLeft, holeTop] = [Math.min(...all.map((c) => c.x)), Math.min(...all.map((c) => c.y))];
    expectSame(
      all.map((c) => ({ ...c, x: c.x - holeLeft, y: c.y - holeTop })),
      places.map(([x, y]) => ({ x: x - left, y: y - top, r: 1.5 })),
      0.005,
    );
    expect((await cutter('split.dxf')).by_layer).toMatchObject({ SS10: made.stones });
  });

  test('mirrored has the places of the stones from behind', async () => {
    save('l.svg', drawing(80, 80, '<path d="M10 10H30V50H70V70H10Z"/>'));
    await stones('l.svg', 'plain.dxf', '--lay', 'rows');
    await stones('l.svg', 'mirror.dxf', '--lay', 'rows', '--mirror');
    const [plain, mirror] = [circlesOfDxf('plain.dxf'), circlesOfDxf('mirror.dxf')];
    const right = Math.max(...plain.map((c) => c.x)) + Math.min(...plain.map((c) => c.x));
    expectSame(
      mirror,
      plain.map((c) => ({ ...c, x: right - c.x })),
    );
  });

  test('of stones that are square has outlines with their sides', async () => {
    save('sizes.csv', 'name,shape,width_mm,height_mm,price,bag,weight_g,clearance_mm\nQ4,square,4,4,5,100,0.1,0.2\n');
    save('square.svg', drawing(60, 60, '<rect x="5" y="5" width="50" height="50"/>'));
    const made = await stones(
      'square.svg',
      'q.dxf',
      '--lay',
      'rows',
      '--sizes',
      'sizes.csv',
      '--size',
      'Q4',
      '--gap',
      '0.6',
    );
    // 50 mm hold ⌊(50 − 4) / 4.6⌋ + 1 = 11 squares a row.
    expect(made.stones).toBe(121);
    const report = await cutter('q.dxf');
    expect(report.holes).toBe(121);
    expect(report.path_mm).toBeCloseTo(121 * 4 * 4.2, 1);
  });
});

describe('a picture', () => {
  test('has the nearest colour of stones in each cell, and none where the cloth is nearer', async () => {
    const bands = Buffer.from(
      drawing(
        90,
        30,
        '<rect width="30" height="30" fill="#d8332a"/><rect x="30" width="30" height="30" fill="#1e1b18"/><rect x="60" width="30" height="30" fill="#f2c230"/>',
      ),
    );
    await sharp(bands).png().toFile(file('bands.png'));
    save('colours.csv', 'name,colour\nRed,#d8332a\n"Gold, warm",#f2c230\n');
    const args = ['--lay', 'picture', '--width', '90', '--size', 'SS10', '--gap', '0.2', '--colours', 'colours.csv'];
    const made = await stones('bands.png', 'p.csv', ...args);
    const [red, gold] = [made.by_colour.Red!, made.by_colour['Gold, warm']!];
    // Each band is ten cells of 3 mm wide and ten high.
    expect(red).toBe(100);
    expect(gold).toBe(100);
    for (const line of readFileSync(file('p.csv'), 'utf8').trim().split('\n').slice(1)) {
      const x = Number(line.split(',')[0]);
      expect(line.endsWith(',Red')).toBe(x < 30);
      expect(line.endsWith('"Gold, warm"')).toBe(x > 60);
    }
  });

  test('by size has larger stones where it is darker', async () => {
    await sharp(
      Buffer.from(
        drawing(
          120,
          30,
          '<defs><linearGradient id="g"><stop stop-color="#fff"/><stop offset="1"/></linearGradient></defs><rect width="120" height="30" fill="url(#g)"/>',
        ),
      ),
    )
      .png()
      .toFile(file('ramp.png'));
    const made = await stones(
      'ramp.png',
      'r.csv',
      '--lay',
      'picture',
      '--by',
      'size',
      '--width',
      '120',
      '--size',
      'SS6,SS10,SS16,SS20',
    );
    const lines = readFileSync(file('r.csv'), 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((l) => l.split(','));
    const mean = (size: string) => {
      const xs = lines.filter((l) => l[3] === size).map((l) => Number(l[0]));
      return xs.reduce((a, b) => a + b, 0) / xs.length;
    };
    const means = ['SS6', 'SS10', 'SS16', 'SS20'].map(mean);
    expect([...means].sort((a, b) => a - b)).toEqual(means);
    expect(made.faults.filter((f) => f.kind !== 'note')).toEqual([]);
  });

  test('takes no colour but those of its list, also where it diffuses', async () => {
    save('colours.csv', 'Red,#d8332a\nGold,#f2c230\n');
    const made = await stones(
      'flat.png',
      'd.csv',
      '--lay',
      'picture',
      '--width',
      '60',
      '--colours',
      'colours.csv',
      '--diffuse',
    );
    expect(Object.keys(made.by_colour).every((c) => ['Red', 'Gold'].includes(c))).toBe(true);
  });
});

describe('bad input', () => {
  test('gets one plain sentence', async () => {
    save('line.svg', drawing(140, 40, '<path d="M20 20H120" fill="none" stroke="#000"/>'));
    save('bow.svg', drawing(140, 140, '<path d="M20 20L120 120L120 20L20 120Z"/>'));
    save('tiny.svg', drawing(140, 140, '<circle cx="9" cy="9" r="0.8"/>'));
    save('wide.svg', drawing(700, 120, '<rect x="10" y="10" width="680" height="100"/>'));
    save('nonsense.csv', 'name,colour\nRed,reddish\n');
    save('alike.csv', 'A,round,2\nB,round,2\n');
    save('kite.svg', KITE);
    expect(await refusal('line.svg', 'o.svg', '--lay', 'rows')).toBe(
      'An outline is open, so that it has no inside; close it, or lay a run along it.',
    );
    expect(await refusal('bow.svg', 'o.svg', '--lay', 'rows')).toBe(
      'An outline crosses itself at 70.0, 70.0 mm; untangle it there.',
    );
    expect(await refusal('tiny.svg', 'o.svg', '--lay', 'rows')).toMatch(
      /^One outline is smaller than a stone of 2\.8 mm/,
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--gap', '-1')).toBe(
      'The gap between stones is below zero; it must be 0 mm or more.',
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--colours', 'nonsense.csv')).toBe(
      'nonsense.csv: Line 2 has no colour such as #f2c230 behind the name.',
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--sizes', 'alike.csv')).toBe(
      'alike.csv: A and B are alike in shape and size; keep one of them.',
    );
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'rows', '--size', 'SS99')).toMatch(
      /^There is no size SS99; there are SS6,/,
    );
    expect(
      await refusal('wide.svg', 'o.svg', '--lay', 'rows', '--size', 'SS6', '--gap', '0', '--width', '3000'),
    ).toMatch(/^The design needs more than 200,000 stones/);
    expect(await refusal('kite.svg', 'o.svg', '--lay', 'picture')).toMatch(/^--lay picture takes a picture/);
    expect(await refusal('flat.png', 'o.svg', '--lay', 'rows')).toMatch(/^--lay rows takes an SVG of outlines/);
  });

  test('the cutter says what it cannot cut, and what is no template', async () => {
    save(
      'bad.svg',
      drawing(
        60,
        60,
        '<circle cx="10" cy="10" r="2"/><circle cx="13.5" cy="10" r="2"/><path d="M20 20H40" stroke="#000"/><circle cx="50" cy="50" r="0.3"/><text x="5" y="50">no</text>',
      ),
    );
    const report = await cutter('bad.svg');
    expect(report.holes).toBe(2);
    expect(report.cannot_cut).toEqual([
      '1 of <text> cannot be cut.',
      'One line is open, so that nothing falls out.',
      'One hole is narrower than 0.8 mm, in which the blade cannot turn.',
      'Two holes touch, so that the sheet tears between them.',
    ]);
    save('letter.txt', 'Dear cutter');
    const { code, err } = await at.chromatype('cutter', 'letter.txt');
    expect([code, err.trim()]).toEqual([
      2,
      'letter.txt: The cutter takes templates as SVG, DXF or PDF; this file is none of them.',
    ]);
  });
});

describe('a placement map', () => {
  /** A letter L of stones in two colours, by rows. */
  function letterJob(mirrored: boolean): Job {
    const base = createJob('Letter', 'p');
    const fill = base.passes[0]!.fills[0];
    const stones = {
      ...fill.screen.stones,
      way: 'rows',
      colours: ['Clear', 'Signal red'],
      colouring: 'rows',
    } as const;
    const shape = { shape: 'own', path: 'M10 10H30V50H70V70H10Z', x: -0.5, y: -0.5, width: 1, height: 1 };
    return readJob({
      ...base,
      stones: { ...base.stones, mirrored },
      stencils: [newStencil('s', 's', [newPart('a', 'shape', shape)])],
      passes: [withFill(base.passes[0]!, { stencil: 's', screen: { ...fill.screen, family: 'stones', stones } })],
    });
  }

  /** The circles of a map in mm, and its drawing as poppler reads it. */
  async function mapOf(mirrored: boolean) {
    const kernels = createKernels();
    const job = letterJob(mirrored);
    await writeFile({ kernels, job, asked: { kind: 'stones-map' }, pictures: () => null, file: file('map.pdf') });
    const { stones: list } = planPassStones({ kernels, pictures: () => null }, job, job.passes[0]!)!.layout();
    const svg = popplerSvg('map.pdf');
    // Stones are stroked and filled: each is drawn twice, and words are filled alone.
    const stroked = svg.replace(/<path\b(?![^>]*stroke-width:0\.25)[^>]*\/>/g, '');
    return { svg, list, circles: circlesOfSvg(stroked, 25.4 / 72) };
  }

  test('shows every stone in true size in its place, with a scale bar of 100 mm', async () => {
    const { svg, list, circles } = await mapOf(false);
    expect(circles.length).toBe(list.count);
    const [left, top] = [Math.min(...circles.map((c) => c.x)), Math.min(...circles.map((c) => c.y))];
    const [ownLeft, ownTop] = [Math.min(...list.x), Math.min(...list.y)];
    expectSame(
      circles.map((c) => ({ ...c, x: c.x - left, y: c.y - top })),
      Array.from(list.x, (x, k) => ({ x: x - ownLeft, y: list.y[k]! - ownTop, r: 1.4 })),
      0.005,
    );
    const lines = [...svg.matchAll(/stroke-width:0\.6[^>]*\bd="M ([\d.]+) ([\d.]+) L ([\d.]+) ([\d.]+)/g)];
    const longest = Math.max(...lines.map((l) => Math.abs(Number(l[3]) - Number(l[1]))));
    expect((longest * 25.4) / 72).toBeCloseTo(100, 2);
  });

  test('mirrored shows the places from behind', async () => {
    const [plain, mirrored] = [await mapOf(false), await mapOf(true)];
    const across = Math.max(...plain.circles.map((c) => c.x)) + Math.min(...plain.circles.map((c) => c.x));
    expectSame(
      mirrored.circles,
      plain.circles.map((c) => ({ ...c, x: across - c.x })),
      0.005,
    );
  });
});

test('a proof shows stones in their colours on the cloth', async () => {
  save('circle.svg', drawing(60, 60, '<circle cx="30" cy="30" r="25"/>'));
  save('gold.csv', 'Gold,#f2c230\n');
  await stones('circle.svg', 'proof.png', '--lay', 'inward', '--colours', 'gold.csv', '--cloth', '#24509a');
  const { data, info } = await sharp(file('proof.png')).raw().toBuffer({ resolveWithObject: true });
  const pixel = (x: number, y: number) => [
    ...data.subarray(info.channels * (y * info.width + x), info.channels * (y * info.width + x) + 3),
  ];
  const [r, g, b] = pixel(8, 8) as [number, number, number];
  expect(Math.abs(r - 0x24) + Math.abs(g - 0x50) + Math.abs(b - 0x9a)).toBeLessThan(30);
  let gold = 0;
  for (let k = 0; k < data.length; k += info.channels) if (data[k]! > data[k + 2]! + 40) gold++;
  // Stones cover about three fifths of a circle of 25 mm.
  const wanted = 0.6 * Math.PI * (25 * (200 / 25.4)) ** 2;
  expect(gold / wanted).toBeGreaterThan(0.85);
  expect(gold / wanted).toBeLessThan(1.15);
});
