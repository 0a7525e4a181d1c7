import { decodeSrgb, encodeSrgb, LUMINANCE_WEIGHTS } from '../../src/index.ts';
import { cosine, exponential, logarithm, power, sine, turnBy } from '../../src/math/exact.ts';
import { random } from '../random.ts';

describe('elementary functions of exact operations, beside the engine at hand', () => {
  const next = random(3);
  const cases = Array.from({ length: 5000 }, () => next());
  const worst = (mine: (v: number) => number, theirs: (v: number) => number, at: (u: number) => number) =>
    cases.reduce(
      (most, u) => Math.max(most, Math.abs(mine(at(u)) - theirs(at(u))) / Math.max(1, Math.abs(theirs(at(u))))),
      0,
    );

  test('sine and cosine over many turns', () => {
    expect(worst(sine, Math.sin, (u) => (u - 0.5) * 400)).toBeLessThan(1e-12);
    expect(worst(cosine, Math.cos, (u) => (u - 0.5) * 400)).toBeLessThan(1e-12);
    expect([sine(0), cosine(0)]).toEqual([0, 1]);
  });

  test('both at once', () => {
    const turn = { cos: 0, sin: 0 };
    const of = (part: 'cos' | 'sin') => (angle: number) => {
      turnBy(angle, turn);
      return turn[part];
    };
    expect(worst(of('sin'), Math.sin, (u) => (u - 0.5) * 400)).toBeLessThan(1e-12);
    expect(worst(of('cos'), Math.cos, (u) => (u - 0.5) * 400)).toBeLessThan(1e-12);
    expect([of('sin')(0), of('cos')(0)]).toEqual([0, 1]);
  });

  test('logarithm, exponential and power', () => {
    expect(worst(logarithm, Math.log, (u) => u * 1000 + 1e-9)).toBeLessThan(1e-12);
    expect(worst(exponential, Math.exp, (u) => (u - 0.5) * 40)).toBeLessThan(1e-12);
    expect(
      worst(
        (v) => power(v, 2.4),
        (v) => v ** 2.4,
        (u) => u,
      ),
    ).toBeLessThan(1e-12);
    expect([power(0, 2.4), power(1, 0.3)]).toEqual([0, 1]);
  });
});

describe('sRGB (IEC 61966-2-1)', () => {
  test('0.5 encoded is 0.21404 linear', () => {
    expect(decodeSrgb(0.5)).toBeCloseTo(0.21404, 5);
  });

  test('the straight and the curved part meet, and encoding undoes decoding', () => {
    // The published constants meet to within a ten-thousandth of the slope.
    expect(Math.abs(decodeSrgb(0.04045) - decodeSrgb(0.04045 + 1e-9))).toBeLessThan(1e-7);
    for (let k = 0; k <= 255; k++) expect(encodeSrgb(decodeSrgb(k / 255)) * 255).toBeCloseTo(k, 6);
  });

  test('luminance weights are those of the standard, 0.2126 0.7152 0.0722', () => {
    [0.2126, 0.7152, 0.0722].forEach((w, c) => {
      expect(Math.abs(LUMINANCE_WEIGHTS[c]! / 32768 - w)).toBeLessThan(2e-5);
    });
    expect(LUMINANCE_WEIGHTS.reduce((a, b) => a + b)).toBe(32768);
  });
});
