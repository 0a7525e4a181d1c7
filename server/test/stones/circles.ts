import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { file } from './stone-line.ts';

export interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly layer: string;
}

/** The circles of a DXF as python3-ezdxf reads them, y downwards from the top of its extent. */
export function circlesOfDxf(name: string): Circle[] {
  const script = `
import ezdxf, json, sys
doc = ezdxf.readfile(sys.argv[1])
assert doc.dxfversion == 'AC1009', doc.dxfversion
top = doc.header['$EXTMAX'][1]
print(json.dumps([dict(x=e.dxf.center[0], y=top - e.dxf.center[1], r=e.dxf.radius, layer=e.dxf.layer) for e in doc.modelspace().query('CIRCLE')]))`;
  return JSON.parse(execFileSync('/usr/bin/python3', ['-c', script, file(name)], { encoding: 'utf8', maxBuffer: 1e8 }));
}

/** Closed curves of an SVG that another program wrote, as circles in the unit of its coordinates: middle and radius of their boxes. */
export function circlesOfSvg(svg: string, perUnit: number): Omit<Circle, 'layer'>[] {
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
export const popplerSvg = (name: string, page = 1): string => {
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
export const ZOOM = 20;

/** An SVG as librsvg reads it: written anew with 96 units an inch, times the zoom. */
export const librsvgSvg = (name: string): string =>
  execFileSync('rsvg-convert', ['-z', String(ZOOM), '-f', 'svg', file(name)], { encoding: 'utf8', maxBuffer: 1e8 });

/** Each circle of one list has one of the other in its place, and no other; radii differ by less than `within` mm. */
export function expectSame(
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
export function radiusByPoppler(name: string, { x, y, r }: Omit<Circle, 'layer'>): number {
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
