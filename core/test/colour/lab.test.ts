import { converter } from 'culori';
import { labOfLight, lightOfLab } from '../../src/index.ts';
import { random } from '../random.ts';

const library = converter('lab');

test('L*a*b* under D50 of sRGB light: a colour library agrees, and back again', () => {
  const next = random(5);
  let worst = 0;
  let back = 0;
  for (let k = 0; k < 500; k++) {
    const light = [next(), next(), next()] as const;
    const ours = labOfLight(light);
    const theirs = library({ mode: 'lrgb', r: light[0], g: light[1], b: light[2] });
    worst = Math.max(worst, Math.abs(ours[0] - theirs.l), Math.abs(ours[1] - theirs.a), Math.abs(ours[2] - theirs.b));
    lightOfLab(ours).forEach((v, c) => {
      back = Math.max(back, Math.abs(v - light[c]!));
    });
  }
  // Whites are rounded to different digits.
  expect(worst).toBeLessThan(0.06);
  expect(back).toBeLessThan(1e-9);
});

test('white is 100, 0, 0; black is 0, 0, 0', () => {
  for (const [k, v] of labOfLight([1, 1, 1]).entries()) expect(v).toBeCloseTo(k === 0 ? 100 : 0, 6);
  for (const v of labOfLight([0, 0, 0])) expect(v).toBeCloseTo(0, 9);
});
