import { compileScreen } from '../src/index.ts';
import { scatteredPoints, spiralPoints } from '../src/math/points.ts';
import { blurredOff } from './even-coverage.ts';
import { screenOf, sheetOf } from './screens.ts';

const SIDE = 512;
const area = { x: 0, y: 0, width: SIDE, height: SIDE, step: 1 };

const thresholdsOf = (lattice: string, pitch: number, softness: number, shape = 'Round') =>
  compileScreen(
    sheetOf(SIDE),
    screenOf('dots', { shape, lattice, softness }, { frequency: { value: pitch, per: 'px' }, angle: 30 }),
  ).thresholds!(area);

describe('scattered dots cover evenly (definition of tone over any few cells)', () => {
  // Blurred by a bell of one cell's deviation; a square lattice is off by 0.002 by the same measure.
  test.each([10, 16])('cells of %d pixels: 99 of 100 places are within 0.02 of the tone, in shadows too', (pitch) => {
    const thresholds = thresholdsOf('scattered', pitch, 0);
    for (const tone of [0.1, 0.3, 0.5, 0.7, 0.8, 0.9, 0.95]) {
      expect(blurredOff(thresholds, SIDE, tone, pitch)).toBeLessThan(0.02);
    }
  });
});

describe('dots stay whole at any softness', () => {
  const pitch = 16;
  const middle = { x: SIDE / 2 - 0.5, y: SIDE / 2 - 0.5 };
  const points = {
    spiral: () => spiralPoints({ x: 0, y: 0, width: SIDE, height: SIDE }, middle, pitch, 30),
    // The torus of scattered cells is as wide as compile.ts makes it.
    scattered: () => scatteredPoints(Math.round(Math.min(64, 640 / pitch) * pitch), pitch, 1),
  };
  test.each(
    (['spiral', 'scattered'] as const).flatMap((lattice) =>
      [0.3, 0.6, 0.8, 1].flatMap((softness) => ['Round', 'Cone'].map((shape) => [lattice, softness, shape] as const)),
    ),
  )('%s, softness %d, %s: at low tone 0.9 of the ink lies in the cells’ own dots', (lattice, softness, shape) => {
    const thresholds = thresholdsOf(lattice, pitch, softness, shape);
    const grid = points[lattice]();
    const found = { index: 0, dx: 0, dy: 0, dx2: 0, dy2: 0 };
    for (const tone of [0.05, 0.1, 0.15]) {
      // A round dot of twice that tone's area is as wide as a dot may be; what lies outside is no part of it.
      const reach = pitch * Math.sqrt((2 * tone) / Math.PI) + 0.7;
      let [own, all] = [0, 0];
      for (let y = 0; y < SIDE; y++) {
        for (let x = 0; x < SIDE; x++) {
          if (thresholds[y * SIDE + x]! >= tone * 65535) continue;
          const { dx, dy } = grid.nearest(x, y, found);
          all++;
          if (Math.hypot(dx, dy) <= reach) own++;
        }
      }
      expect(all).toBeGreaterThan(0.9 * tone * SIDE * SIDE);
      expect(own / all).toBeGreaterThan(0.9);
    }
  });
});
