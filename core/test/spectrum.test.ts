import { spectrumPeak } from '../src/index.ts';
import { angleApart } from './angles.ts';
import { random } from './random.ts';

/** A grating of known frequency and angle, y upwards. */
const grating = (frequency: number, angle: number) => {
  const turn = (angle * Math.PI) / 180;
  const [fx, fy] = [frequency * Math.cos(turn), -frequency * Math.sin(turn)];
  const { cos, PI } = Math;
  return (x: number, y: number) => (cos(2 * PI * (fx * x + fy * y)) > 0.3 ? 1 : 0);
};

describe('the measuring tool itself, on gratings whose frequency and angle are known', () => {
  const next = random(12);
  const cases = Array.from({ length: 12 }, () => [0.02 + next() * 0.2, next() * 180] as const);
  test.each(cases)('%d cycles a pixel at %d°', (frequency, angle) => {
    const peak = spectrumPeak(grating(frequency, angle), 600, 520, 512)!;
    expect(Math.abs(peak.frequency / frequency - 1)).toBeLessThan(0.0005);
    expect(angleApart(peak.angle, angle, 180)).toBeLessThan(0.03);
    expect(peak.prominence).toBeGreaterThan(100);
  });

  test('angles are counter-clockwise with y upwards: a wave rising to the right is between 0° and 90°', () => {
    // Crests run from top left to bottom right, so the wave itself points up and right.
    const peak = spectrumPeak((x, y) => ((x - y + 4096) % 16 < 8 ? 1 : 0), 256, 256)!;
    expect(peak.angle).toBeCloseTo(45, 1);
  });

  test('a broad shape of the picture does not win over the screen on it', () => {
    const screen = grating(0.1, 30);
    const peak = spectrumPeak((x, y) => (x > 250 ? 0.9 : 0.1) + 0.2 * screen(x, y), 512, 512)!;
    expect(peak.frequency).toBeCloseTo(0.1, 3);
    expect(angleApart(peak.angle, 30, 180)).toBeLessThan(0.1);
  });

  test('nothing to find is said', () => {
    expect(spectrumPeak(() => 1, 256, 256)).toBeNull();
    expect(spectrumPeak(() => 1, 20, 256)).toBeNull();
  });
});
