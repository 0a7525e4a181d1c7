import { readFileSync } from 'node:fs';
import {
  type Circle,
  circlesOfDxf,
  circlesOfSvg,
  expectSame,
  librsvgSvg,
  popplerSvg,
  radiusByPoppler,
  ZOOM,
} from './circles.ts';
import { inFolder, cutter, drawing, file, KITE, save, stones } from './stone-line.ts';

inFolder();

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
