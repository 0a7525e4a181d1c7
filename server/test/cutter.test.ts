import { readDxf } from '../src/cutter/read-dxf.ts';
import { readSvg } from '../src/cutter/read-svg.ts';
import { readTemplate } from '../src/cutter/read-template.ts';
import { cutReport } from '../src/cutter/report.ts';
import { circleOf } from '../src/cutter/shape.ts';

const svg = (inner: string, size = 'width="100mm" height="80mm" viewBox="0 0 100 80"') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${size}>${inner}</svg>`;

/** A DXF of release 12 with some entities, each as its codes and values. */
const dxf = (...entities: readonly (readonly (string | number)[])[]) =>
  [[0, 'SECTION', 2, 'ENTITIES'], ...entities, [0, 'ENDSEC', 0, 'EOF']].flat().join('\n');

const circlesOf = (file: ReturnType<typeof readSvg>) =>
  file.shapes.map(({ circle }) => circle && [circle.x, circle.y, circle.r].map((v) => Number(v.toFixed(4))));

describe('an SVG', () => {
  test('is read in mm, whatever its unit and its view box are', () => {
    const circle = '<circle cx="10" cy="20" r="1.5"/>';
    expect(circlesOf(readSvg(svg(circle)))).toEqual([[10, 20, 1.5]]);
    expect(circlesOf(readSvg(svg(circle, 'width="1in" height="1in" viewBox="0 0 254 254"')))).toEqual([[1, 2, 0.15]]);
    expect(circlesOf(readSvg(svg(circle, 'width="20cm" height="16cm" viewBox="0 0 100 80"')))).toEqual([[20, 40, 3]]);
    expect(circlesOf(readSvg(svg(circle, 'width="100mm" height="80mm" viewBox="5 5 100 80"')))).toEqual([[5, 15, 1.5]]);
  });

  test('keeps the transforms of groups, and circles that are drawn as paths', () => {
    const path = '<path d="M11.5 20A1.5 1.5 0 1 1 8.5 20A1.5 1.5 0 1 1 11.5 20Z"/>';
    const moved = `<g transform="translate(30 0)"><g transform="scale(2)">${path}</g></g>`;
    expect(circlesOf(readSvg(svg(moved)))).toEqual([[50, 40, 3]]);
  });

  test('knows its layers by the groups, and leaves aside what is only defined', () => {
    const { shapes } = readSvg(
      svg(
        '<defs><circle cx="1" cy="1" r="1"/></defs><g id="A"><rect x="1" y="1" width="4" height="4"/><g data-layer="B"><circle cx="20" cy="20" r="2"/></g></g><circle cx="40" cy="40" r="2"/>',
      ),
    );
    expect(shapes.map((s) => s.layer)).toEqual(['A', 'B', '0']);
  });

  test('says what it holds that no blade can cut', () => {
    const report = cutReport(readSvg(svg('<text x="1" y="9">Kite</text><text x="1" y="19">Week</text><image/>')));
    expect(report.holes).toBe(0);
    expect(report.cannot_cut).toEqual(['2 of <text> cannot be cut.', '1 of <image> cannot be cut.']);
  });
});

describe('a DXF', () => {
  const CIRCLE = [0, 'CIRCLE', 8, '1-SS10', 10, 12, 20, 30, 40, 1.5] as const;
  const polyline = (closed: 0 | 1, ...points: readonly (readonly [number, number])[]) => [
    ...[0, 'POLYLINE', 8, '2-SQUARES', 66, 1, 70, closed],
    ...points.flatMap(([x, y]) => [0, 'VERTEX', 8, '2-SQUARES', 10, x, 20, y]),
    ...[0, 'SEQEND'],
  ];

  test('is read with y downwards; polylines are closed or open as they say', () => {
    const square = [
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
    ] as const;
    const file = readDxf(dxf(CIRCLE, polyline(1, ...square), polyline(0, ...square)));
    expect(file.shapes.map((s) => [s.layer, s.closed, s.points.length > 8])).toEqual([
      ['1-SS10', true, true],
      ['2-SQUARES', true, false],
      ['2-SQUARES', false, false],
    ]);
    expect(file.shapes[0]!.circle).toEqual({ x: 12, y: -30, r: 1.5 });
    expect(cutReport(file)).toMatchObject({
      holes: 2,
      by_layer: { SS10: 1, SQUARES: 1 },
      by_diameter: { '3.00': 1 },
      path_mm: Number((2 * Math.PI * 1.5 + 16).toFixed(2)),
      cannot_cut: ['One line is open, so that nothing falls out.'],
    });
  });

  test('with ends of lines of any kind is read the same', () => {
    const text = dxf(CIRCLE, CIRCLE);
    for (const end of ['\r\n', '\r']) expect(readDxf(text.replaceAll('\n', end))).toEqual(readDxf(text));
  });

  test('names what it does not know, and lines are open', () => {
    const file = readDxf(
      dxf([0, 'SPLINE', 8, 'A'], [0, 'SPLINE', 8, 'A'], [0, 'LINE', 8, 'A', 10, 0, 20, 0, 11, 5, 21, 5]),
    );
    expect(cutReport(file).cannot_cut).toEqual([
      '2 of SPLINE cannot be cut.',
      'One line is open, so that nothing falls out.',
    ]);
  });

  test('whose codes are words is damaged', () => {
    expect(() => readDxf('0\nSECTION\nkite\nENTITIES\n')).toThrow('Line 3 of the DXF is no group code.');
  });
});

describe('a report', () => {
  const holes = (...circles: readonly (readonly [number, number, number])[]) =>
    cutReport(readSvg(svg(circles.map(([x, y, r]) => `<circle cx="${x}" cy="${y}" r="${r}"/>`).join(''))));

  test('tells holes that are too narrow for the blade, and counts them among no stones', () => {
    const report = holes([10, 10, 0.3], [20, 10, 0.39], [30, 10, 0.41]);
    expect([report.holes, report.stones]).toEqual([1, 1]);
    expect(report.cannot_cut).toEqual(['2 holes are narrower than 0.8 mm, in which the blade cannot turn.']);
  });

  test('tells pairs of holes with nothing left between them, each pair once', () => {
    expect(holes([10, 10, 1.5], [13.1, 10, 1.5]).cannot_cut).toEqual([]);
    expect(holes([10, 10, 1.5], [13.01, 10, 1.5]).cannot_cut).toEqual([
      'Two holes touch, so that the sheet tears between them.',
    ]);
    expect(holes([10, 10, 1.5], [12.9, 10, 1.5], [11.5, 12.5, 1.5]).cannot_cut).toEqual([
      '3 pairs of holes touch, so that the sheet tears between them.',
    ]);
  });

  test('counts register holes as holes and not as stones', () => {
    const report = cutReport(
      readSvg(svg('<g id="SS6"><circle cx="9" cy="9" r="1"/></g><g id="register"><circle cx="30" cy="9" r="2"/></g>')),
    );
    expect([report.holes, report.stones, report.by_layer]).toEqual([2, 1, { SS6: 1, register: 1 }]);
  });

  test('of a wide sheet of holes adds up the way of the blade', () => {
    const many = Array.from({ length: 400 }, (_, k) => [4 * (k % 20) + 3, 3.6 * Math.floor(k / 20) + 3, 1.5] as const);
    const report = holes(...many);
    expect([report.holes, report.by_diameter]).toEqual([400, { '3.00': 400 }]);
    // Curves are followed to a ten-thousandth of a millimetre, by which a radius may be less.
    expect(Math.abs(report.path_mm - 400 * Math.PI * 3)).toBeLessThan(400 * 2 * Math.PI * 1e-4);
  });
});

test('points on a circle are known as one, those of an oval and of a square are not', () => {
  const points = (rx: number, ry: number, n: number) =>
    Float64Array.from({ length: 2 * n }, (_, k) => {
      const t = (2 * Math.PI * Math.floor(k / 2)) / n;
      return k % 2 ? 7 + ry * Math.sin(t) : 5 + rx * Math.cos(t);
    });
  const circle = circleOf(points(2, 2, 64))!;
  expect(circle.x).toBeCloseTo(5, 9);
  expect(circle.y).toBeCloseTo(7, 9);
  expect(circle.r).toBeCloseTo(2, 9);
  expect(circleOf(points(2, 1.99, 64))).toBeNull();
  expect(circleOf(points(2, 2, 4))).toBeNull();
});

test('a template is known by what it begins with, whatever its file is called', async () => {
  const at = (text: string) => readTemplate(Buffer.from(text)).then((r) => r.format);
  expect(await at(svg('<circle cx="9" cy="9" r="1"/>'))).toBe('SVG');
  expect(await at(`\ufeff${svg('<circle cx="9" cy="9" r="1"/>')}`)).toBe('SVG');
  expect(await at(dxf([0, 'CIRCLE', 8, 'A', 10, 1, 20, 1, 40, 1]))).toBe('DXF');
  await expect(at('kite')).rejects.toThrow('The cutter takes templates as SVG, DXF or PDF');
  await expect(at('')).rejects.toThrow('The cutter takes templates as SVG, DXF or PDF');
});
