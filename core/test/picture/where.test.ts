import fc from 'fast-check';
import {
  autoEnds,
  createJob,
  filePicture,
  NO_EDIT,
  type Picture,
  placePicture,
  SHEET_SIZES,
  shownSize,
  sizeName,
  spotUnder,
} from '../../src/index.ts';

describe('which spot of the picture lies under a point', () => {
  const base = createJob('x', 'p');
  const sheet = { ...base.sheet, width: 100, height: 80, bleed: 3 };
  const crop = { left: 0.25, top: 0.5, right: 0.75, bottom: 1 };
  const picture = (edit: Partial<Picture['edit']>): Picture => ({
    ...filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: 400, height: 200 }),
    edit: { ...NO_EDIT, ...edit },
  });
  const feed = { ...base.passes[0]!.fills[0].feed, fit: 'own' as const, x: 10, y: 20, width: 40, turn: 0 };

  test('plainly placed, the corners are the corners', () => {
    expect(spotUnder(sheet, feed, picture({}), 10, 20).x).toBeCloseTo(0, 3);
    const far = spotUnder(sheet, feed, picture({}), 50, 40);
    expect([far.x, far.y]).toEqual([expect.closeTo(1, 3), expect.closeTo(1, 3)]);
  });
  test('cropped, mirrored and turned, each corner is the right one', () => {
    const at = (edit: Partial<Picture['edit']>) => {
      const { x, y } = spotUnder(sheet, feed, picture({ crop, ...edit }), 10, 20);
      return [Number(x.toFixed(2)), Number(y.toFixed(2))];
    };
    expect(at({})).toEqual([0.25, 0.5]);
    expect(at({ flip: true })).toEqual([0.75, 0.5]);
    // A quarter turn to the left brings the right edge to the top: its top corner is the new top left.
    expect(at({ turns: 1 })).toEqual([0.75, 0.5]);
    expect(at({ turns: 2 })).toEqual([0.75, 1]);
    expect(at({ turns: 3 })).toEqual([0.25, 1]);
  });
  test('turned by any angle about its middle, the middle stays', () => {
    fc.assert(
      fc.property(fc.double({ min: -360, max: 360, noNaN: true }), fc.integer({ min: 0, max: 3 }), (turn, turns) => {
        const turned = { ...feed, turn };
        const p = picture({ crop, turns });
        const shown = shownSize(p);
        const place = placePicture(sheet, turned, shown);
        const mm = 25.4 / sheet.ppi;
        const x = (place.left + (shown.width * place.scale) / 2) * mm - sheet.bleed;
        const y = (place.top + (shown.height * place.scale) / 2) * mm - sheet.bleed;
        const spot = spotUnder(sheet, turned, p, x, y);
        return Math.abs(spot.x - 0.5) < 1e-6 && Math.abs(spot.y - 0.75) < 1e-6;
      }),
    );
  });
});

describe('automatic ends', () => {
  const counts = (from: number, to: number) => Array.from({ length: 256 }, (_, k) => (k >= from && k <= to ? 100 : 0));
  test('take the picture’s own ends, and clip the share that is asked', () => {
    expect(autoEnds(counts(51, 204), 0)).toEqual({ lights: 51 / 256, darks: 205 / 256 });
    const clipped = autoEnds(counts(51, 204), 0.1);
    expect(clipped.lights).toBeCloseTo((51 + 15.4) / 256, 2);
    expect(clipped.darks).toBeCloseTo((205 - 15.4) / 256, 2);
  });
  test('stay apart on a flat picture, and leave an empty one alone', () => {
    const flat = autoEnds(counts(100, 100), 0.005);
    expect(flat.darks - flat.lights).toBeCloseTo(0.1, 6);
    expect(autoEnds(counts(300, 300), 0.005)).toEqual({ lights: 0, darks: 1 });
  });
});

test('sheet sizes of ISO 216, by name and back', () => {
  const of = (name: string) => SHEET_SIZES.find((s) => s.name === name)!;
  expect([of('A3').width, of('A3').height]).toEqual([297, 420]);
  expect([of('A5').width, of('A5').height]).toEqual([148, 210]);
  expect([of('B5').width, of('B5').height]).toEqual([176, 250]);
  expect(of('Letter').width).toBeCloseTo(215.9, 6);
  expect(sizeName(420, 297)).toBe('A3');
  expect(sizeName(123, 45)).toBeNull();
});
