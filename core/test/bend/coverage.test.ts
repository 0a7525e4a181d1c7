import { type Bend, newBend, type Screen } from '../../src/index.ts';
import { slopesAt, growthOf } from '../../src/bend/slopes.ts';
import { bendSheet, readyBends } from '../../src/bend/bends.ts';
import { greyPicture } from '../jobs.ts';
import { lpi, screenOf } from '../screens.ts';
import { bitsOf, coverageIn, tintedJob } from './plates.ts';

/** 800 pixels at 300 ppi are 67.7 mm. */
const SIDE = 800;
const MM = (SIDE / 300) * 25.4;
const TRIMMED = { width: MM, height: MM };
const bent = (kind: string, settings: Record<string, unknown>, what: Bend['what'] = 'lattice'): Bend => {
  const made = newBend(kind, TRIMMED, what);
  return { ...made, settings: { ...made.settings, ...settings } };
};

const BENDS: readonly (readonly [string, readonly Bend[]])[] = [
  ['wave', [bent('wave', { length: 50, height: 5, direction: 30 })]],
  ['wave of marks too', [bent('wave', { length: 50, height: 5, direction: 30 }, 'marks')]],
  ['swirl', [bent('swirl', { turn: 50 })]],
  ['fan and bow', [bent('fan', { spread: 40 }), bent('bow', { height: 9 }, 'marks')]],
  ['bulge', [bent('bulge', { amount: 0.3, reach: 40 })]],
];

const at = (frequency: number, angle: number) => ({ frequency: lpi(frequency), angle });
const TILE = greyPicture(60, 60, (x, y) => Math.min(255, 9 * Math.hypot(x - 30, y - 26)));

/** Every family that has a lattice. */
const SCREENS: readonly (readonly [string, Screen])[] = [
  ['round dots', screenOf('dots', { shape: 'Round' }, at(42, 15))],
  ['dots on hexagons', screenOf('dots', { shape: 'Round', lattice: 'hexagonal' }, at(36, 7))],
  ['scattered dots', screenOf('dots', { shape: 'Round', lattice: 'scattered' }, at(36, 7))],
  ['dots on a spiral', screenOf('dots', { shape: 'Round', lattice: 'spiral' }, at(36, 7))],
  ['soft dots', screenOf('dots', { shape: 'Cone', softness: 0.5 }, at(30, 40))],
  ['lines', screenOf('lines', { kind: 'straight' }, at(40, 20))],
  ['lines by hand', screenOf('lines', { kind: 'straight', wobble: 0.3 }, at(40, 20))],
  ['rings', screenOf('lines', { kind: 'concentric' }, at(40, 0))],
  ['hatch', screenOf('lines', { kind: 'cross-hatch', directions: 2 }, at(30, 20))],
  ['a tile', screenOf('tile', { picture: 'tile' }, at(30, 15))],
  ['ordered grain', screenOf('grain', { method: 'bayer-8' }, {})],
  ['blue noise', screenOf('grain', { method: 'blue-noise' }, {})],
];

test('these bends stretch nothing twice as long', () => {
  const sheet = bendSheet({ width: MM, height: MM, bleed: 0, ppi: 300 });
  for (const [, bends] of BENDS) {
    const { lattice } = readyBends(bends, sheet);
    for (let y = 20; y < SIDE; y += 50) {
      for (let x = 20; x < SIDE; x += 50) {
        const { most, least } = growthOf(slopesAt(lattice!.back, x, y));
        expect(most).toBeLessThan(2);
        expect(1 / least).toBeLessThan(2);
      }
    }
  }
});

describe.each(SCREENS)('%s', (_, screen) => {
  test.each(BENDS)('keep their tone within 1 % under a %s', (__, bends) => {
    for (const tone of [0.1, 0.45, 0.85]) {
      const plate = bitsOf(tintedJob(SIDE, screen, tone, bends), SIDE, TILE);
      for (const [x, y] of [
        [0, 0],
        [230, 230],
        [480, 240],
        [480, 480],
      ] as const) {
        const covered = coverageIn(plate, x, y, 320);
        expect(Math.abs(covered - tone)).toBeLessThan(0.01);
      }
    }
  });
});
