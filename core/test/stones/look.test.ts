import { linearOfHex } from '../../src/colour/srgb.ts';
import { arcPoints } from '../../src/raster/arc-points.ts';
import { meansOf, type PictureLook } from '../../src/stones/look.ts';
import { SHADED, shadedStone } from '../../src/stones/shading.ts';
import { random } from '../random.ts';

const [WIDTH, HEIGHT, PER_MM] = [40, 30, 2];

/** A noisy picture, its right third clear. */
function noise(clear: boolean): PictureLook {
  const next = random(5);
  const size = WIDTH * HEIGHT;
  const values = (n: number) => Uint16Array.from({ length: n }, () => Math.floor(65536 * next()));
  const see = Uint16Array.from({ length: size }, (_, k) => (k % WIDTH >= 27 ? 65535 : 0));
  return {
    width: WIDTH,
    height: HEIGHT,
    perMm: PER_MM,
    left: 10,
    top: 20,
    tones: values(size),
    lights: values(3 * size),
    clear: clear ? see : null,
  };
}

describe('means over a picture', () => {
  test('are those of all pixels of a square', () => {
    const look = noise(false);
    const { tone, light } = meansOf(look);
    for (const [column, row, half] of [
      [10, 10, 3],
      [20, 15, 8],
      [30, 20, 1],
    ] as const) {
      const [x, y, r] = [10 + column / PER_MM, 20 + row / PER_MM, half / PER_MM];
      let [tones, n] = [0, 0];
      const lights = [0, 0, 0];
      for (let j = row - half; j < row + half; j++) {
        for (let i = column - half; i < column + half; i++, n++) {
          tones += look.tones[j * WIDTH + i]! / 65535;
          for (let c = 0; c < 3; c++) lights[c]! += look.lights[c * WIDTH * HEIGHT + j * WIDTH + i]! / 65535;
        }
      }
      expect(tone(x, y, r)).toBeCloseTo(tones / n, 9);
      for (let c = 0; c < 3; c++) expect(light(x, y, r)![c]).toBeCloseTo(lights[c]! / n, 9);
    }
  });

  test('take the colour of what is opaque alone, and none where most is clear', () => {
    const look = noise(true);
    const { light } = meansOf(look);
    const [x, y, r] = [10 + 25 / PER_MM, 20 + 15 / PER_MM, 4 / PER_MM];
    const own: number[] = [];
    for (let j = 11; j < 19; j++) for (let i = 21; i < 27; i++) own.push(look.lights[j * WIDTH + i]! / 65535);
    expect(light(x, y, r)![0]).toBeCloseTo(own.reduce((a, b) => a + b, 0) / own.length, 9);
    expect(light(10 + 34 / PER_MM, y, r)).toBeNull();
  });

  test('at the edge and beyond are those of the nearest pixels', () => {
    const { tone } = meansOf(noise(false));
    const { tones } = noise(false);
    expect(tone(10, 20, 0.01)).toBeCloseTo(tones[0]! / 65535, 9);
    expect(tone(-50, -50, 1)).toBeCloseTo(tones[0]! / 65535, 9);
    expect(tone(500, 500, 1)).toBeCloseTo(tones[WIDTH * HEIGHT - 1]! / 65535, 9);
  });
});

test('a stone is lit from the upper left, keeps its hue and has a glint', () => {
  const of = (hex: string) => {
    const bytes = shadedStone(linearOfHex(hex));
    const mean = (x0: number, y0: number, x1: number, y1: number, c: number) => {
      let [sum, n] = [0, 0];
      for (let y = y0; y < y1; y++) for (let x = x0; x < x1; x++, n++) sum += bytes[3 * (y * SHADED + x) + c]!;
      return sum / n;
    };
    return { bytes, mean };
  };
  const red = of('#c8102e');
  const half = SHADED / 2;
  expect(red.mean(half - 30, half - 30, half, half, 0)).toBeGreaterThan(
    red.mean(half, half, half + 30, half + 30, 0) + 5,
  );
  expect(red.mean(20, 20, 76, 76, 0)).toBeGreaterThan(2 * red.mean(20, 20, 76, 76, 1));
  expect(Math.max(...of('#101010').bytes)).toBeGreaterThan(180);
  const [dark, light] = ['#202020', '#e0e0e0'].map((hex) => of(hex).mean(20, 20, 76, 76, 0));
  expect(light).toBeGreaterThan(2 * dark!);
});

describe('an elliptical arc (SVG 1.1, appendix F.6)', () => {
  const along = (x0: number, y0: number, arc: Parameters<typeof arcPoints>[3], flatness = 0.001) => {
    const points = [x0, y0];
    arcPoints(points, x0, y0, arc, flatness);
    return Array.from({ length: points.length / 2 }, (_, k) => [points[2 * k]!, points[2 * k + 1]!] as const);
  };

  test('lies on its circle to the flatness, and its flags choose among four', () => {
    for (const [large, sweep] of [
      [0, 0],
      [0, 1],
      [1, 0],
      [1, 1],
    ] as const) {
      const points = along(10, 0, [10, 10, 0, large, sweep, 0, 10]);
      // Circles of radius 10 through both ends have their middles at 0, 0 and 10, 10.
      const [cx, cy] = large === sweep ? [10, 10] : [0, 0];
      let length = 0;
      for (const [k, [x, y]] of points.entries()) {
        expect(Math.hypot(x - cx, y - cy)).toBeCloseTo(10, 9);
        if (k === 0) continue;
        const [px, py] = points[k - 1]!;
        length += Math.hypot(x - px, y - py);
        expect(10 - Math.hypot((x + px) / 2 - cx, (y + py) / 2 - cy)).toBeLessThan(0.00101);
      }
      expect(length).toBeCloseTo((large ? 15 : 5) * Math.PI, 1);
    }
  });

  test('of a turned ellipse satisfies its equation', () => {
    const [a, b, turn] = [8, 3, 30];
    const t = (turn * Math.PI) / 180;
    const end = (angle: number) => {
      const [u, v] = [a * Math.cos(angle), b * Math.sin(angle)];
      return [5 + u * Math.cos(t) - v * Math.sin(t), 7 + u * Math.sin(t) + v * Math.cos(t)] as const;
    };
    const [[x0, y0], [x1, y1]] = [end(0.3), end(2.9)];
    for (const [x, y] of along(x0, y0, [a, b, turn, 0, 1, x1, y1])) {
      const [dx, dy] = [x - 5, y - 7];
      const [u, v] = [dx * Math.cos(t) + dy * Math.sin(t), -dx * Math.sin(t) + dy * Math.cos(t)];
      expect((u / a) ** 2 + (v / b) ** 2).toBeCloseTo(1, 9);
    }
  });

  test('with radii that are too small grows, and with none is a line', () => {
    const grown = along(0, 0, [1, 1, 0, 0, 1, 10, 0]);
    for (const [x, y] of grown) expect(Math.hypot(x - 5, y)).toBeCloseTo(5, 9);
    expect(along(0, 0, [0, 4, 0, 0, 1, 10, 0])).toEqual([
      [0, 0],
      [10, 0],
    ]);
    expect(along(2, 3, [4, 4, 0, 1, 1, 2, 3])).toEqual([
      [2, 3],
      [2, 3],
    ]);
  });
});
