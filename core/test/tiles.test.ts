import { actualScreen, DOT_SHAPES, findSupercell, spectrumPeak } from '../src/index.ts';
import { angleApart } from './angles.ts';
import { flatPlates, inkOf, thresholdCounts } from './plates.ts';
import { random } from './random.ts';
import { dotTile } from './screens.ts';

const SCREENS = [
  [60, 45],
  [53.3, 15],
  [30, 0],
  [85, 71.6],
] as const;

describe('frequency and angle of compiled tiles (by definition: cell vector asked and made)', () => {
  test('200 random pairs lie within 0.1 % and 0.05°', () => {
    const next = random(7);
    let worst = { frequency: 0, angle: 0 };
    for (let k = 0; k < 200; k++) {
      const ppi = [150, 300, 600, 1200, 2400][Math.floor(next() * 5)]!;
      const lpi = 6 * (ppi / 4 / 6) ** next();
      const angle = next() * 180 - 45;
      const made = actualScreen(findSupercell(ppi / lpi, angle));
      worst = {
        frequency: Math.max(worst.frequency, Math.abs(ppi / made.pitch / lpi - 1)),
        angle: Math.max(worst.angle, angleApart(made.angle, angle, 360)),
      };
    }
    expect(worst.frequency).toBeLessThan(0.001);
    expect(worst.angle).toBeLessThan(0.05);
  });

  test.each(SCREENS)('the spectrum of a %d lpi %d° plate peaks where it was asked', (lpi, angle) => {
    const tile = dotTile(300 / lpi, angle, 'Round');
    const [plate] = flatPlates(tile, 1024, [0.3]);
    const peak = spectrumPeak(inkOf(plate!), 1024, 1024)!;
    expect(Math.abs((peak.frequency * 300) / lpi - 1)).toBeLessThan(0.001);
    expect(angleApart(peak.angle, angle, 90)).toBeLessThan(0.05);
  });
});

describe('coverage equals tone (definition of a threshold screen)', () => {
  const cases = DOT_SHAPES.flatMap((shape) => SCREENS.map(([lpi, angle]) => [shape.name, lpi, angle] as const));
  test.each(cases)('%s at %d lpi %d°: 64 flat tones over a sheet', (name, lpi, angle) => {
    const tile = dotTile(300 / lpi, angle, name);
    const side = 1181; // 100 mm at 300 ppi
    const below = thresholdCounts(tile, side);
    for (let k = 1; k < 65536; k++) below[k]! += below[k - 1]!;
    let worst = 0;
    for (let k = 0; k < 64; k++) {
      const tone = Math.round((k / 63) * 65535);
      const ink = tone === 0 ? 0 : below[tone - 1]!;
      worst = Math.max(worst, Math.abs(ink / (side * side) - tone / 65535));
    }
    expect(worst).toBeLessThanOrEqual(1 / 512);
  });

  test('over one tile, 256 tones lie within 1/1024', () => {
    const tile = dotTile(10, 0, DOT_SHAPES[0]!.name);
    for (let k = 0; k < 256; k++) {
      const tone = Math.round((k / 255) * 65535);
      const ink = tile.data.reduce((n, t) => n + (tone > t ? 1 : 0), 0) / tile.data.length;
      expect(Math.abs(ink - tone / 65535)).toBeLessThanOrEqual(1 / 1024);
    }
  });
});
