import { darknessField } from '../../src/bend/darkness-field.ts';
import { type BendReads, bendKind, type DarknessField, readyBends } from '../../src/bend/index.ts';
import { bend, SHEET } from './bends.ts';

const field = (values: number[], width: number, factor: number) =>
  darknessField({ width, height: values.length / width, factor, values: Float32Array.from(values) });
const read = (own: DarknessField, x: number, y: number) => {
  const out = { dark: 0, across: 0, down: 0 };
  own(x, y, out);
  return out;
};

describe('darkness between the values of a grid', () => {
  test('is even where the grid is, and a slope where that is one', () => {
    const flat = field(new Array(48).fill(0.25), 8, 4);
    expect(read(flat, 13.7, 9.2)).toEqual({
      dark: expect.closeTo(0.25, 6),
      across: expect.closeTo(0, 9),
      down: expect.closeTo(0, 9),
    });
    const slope = field(
      Array.from({ length: 64 }, (_, k) => (k % 8) / 10 + Math.floor(k / 8) / 20),
      8,
      4,
    );
    // In the middle of value (3, 4), whose pixel is 4 wide.
    const at = read(slope, 14, 18);
    expect([at.dark, at.across, at.down]).toEqual([
      expect.closeTo(0.5, 6),
      expect.closeTo(0.1 / 4, 6),
      expect.closeTo(0.05 / 4, 6),
    ]);
  });

  test('has slopes without steps, and goes on beyond its edges', () => {
    const own = field([0, 1, 0.3, 0.9, 0.2, 0.5, 0.1, 0.8, 0.6, 0.4, 0.7, 0, 1, 0.2, 0.9, 0.1], 4, 8);
    const h = 1e-4;
    for (let x = 3; x < 30; x += 0.37) {
      const at = read(own, x, 15.3);
      expect((read(own, x + h, 15.3).dark - read(own, x - h, 15.3).dark) / (2 * h)).toBeCloseTo(at.across, 4);
      expect(Math.abs(read(own, x + h, 15.3).across - at.across)).toBeLessThan(0.001);
    }
    expect(read(own, -500, 4).dark).toBeCloseTo(read(own, -90, 4).dark, 9);
  });
});

describe('a push by the light of a picture', () => {
  /** Black on the left of the middle of the sheet, white on its right. */
  const halves: BendReads = () => (x, _y, out) => {
    out.dark = x < 530 ? 1 : 0;
    out.across = 0;
    out.down = 0;
  };
  const back = (settings: Record<string, unknown>, reads: BendReads, x: number, y: number) => {
    const { lattice } = readyBends([bend('light', { source: 'picture', picture: 'p', ...settings })], SHEET, { reads });
    const out = { x: 0, y: 0 };
    lattice!.back(x, y, out);
    return out;
  };

  test('black moves by the amount in its direction, white stays', () => {
    const settings = { amount: 3, direction: 90 };
    expect(back(settings, halves, 200, 300)).toEqual({ x: expect.closeTo(200, 9), y: expect.closeTo(330, 9) });
    expect(back(settings, halves, 800, 300)).toEqual({ x: 800, y: 300 });
  });

  test('down the slope everything moves away from what is dark, by no more than the amount', () => {
    // It darkens to the right by a tenth over 3 mm, the softness.
    const ramp: BendReads = () => (x, _y, out) => {
      out.dark = x / 300;
      out.across = 1 / 300;
      out.down = 0;
    };
    const moved = back({ amount: 2, way: 'gradient', softness: 3 }, ramp, 400, 300);
    const slope = 0.1;
    expect(moved.x - 400).toBeCloseTo((20 * slope) / Math.sqrt(1 + slope * slope), 9);
    expect(moved.y).toBe(300);
    const steep: BendReads = () => (_x, _y, out) => {
      out.dark = 0;
      out.across = 1e6;
      out.down = 0;
    };
    expect(back({ amount: 2, way: 'gradient' }, steep, 400, 300).x).toBeCloseTo(420, 6);
  });

  test('asks for the picture with its softness, and moves nothing while that is not there', () => {
    const own = bend('light', { source: 'picture', picture: 'p', softness: 7 });
    expect(bendKind('light').reads(own.settings)).toEqual({ picture: 'p', soft: 7 });
    expect(readyBends([own], SHEET)).toEqual({ lattice: null, picture: null });
    expect(bendKind('light').reads(bend('light', { source: 'noise', picture: 'p' }).settings)).toBeNull();
  });

  test('another seed gives other clouds', () => {
    const at = (seed: number) => {
      const out = { x: 0, y: 0 };
      readyBends([bend('light', { seed })], SHEET).lattice!.back(300, 300, out);
      return out.y;
    };
    expect(at(1)).not.toBe(at(2));
    expect(at(1)).toBe(at(1));
  });
});
