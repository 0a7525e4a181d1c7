import { liveliestBox } from '../../src/measure/liveliest.ts';

const [WIDTH, HEIGHT] = [120, 80];

function picture(tone: (x: number, y: number) => number): Uint8Array {
  return Uint8Array.from({ length: WIDTH * HEIGHT }, (_, k) => tone(k % WIDTH, Math.floor(k / WIDTH)));
}

describe('the box in which tones vary most', () => {
  it('lies on a gradient rather than in the solid middle', () => {
    // All is solid but for a gradient in the corner at the lower right.
    const codes = picture((x, y) => (x >= 90 && y >= 50 ? (x - 90) * 8 : 20));
    const { x, y } = liveliestBox(codes, WIDTH, HEIGHT, { width: 20, height: 20 });
    expect(x).toBeGreaterThanOrEqual(88);
    expect(y).toBeGreaterThanOrEqual(48);
  });

  it('prefers many tones to one hard edge', () => {
    const codes = picture((x, y) => (x < 60 ? (x < 30 ? 0 : 255) : y < 40 ? 128 : (y - 40) * 6));
    const { x, y } = liveliestBox(codes, WIDTH, HEIGHT, { width: 24, height: 24 });
    expect(x).toBeGreaterThanOrEqual(48);
    expect(y).toBeGreaterThanOrEqual(36);
  });

  it('stays in the middle of an even picture, and within a picture that is smaller than the box', () => {
    expect(
      liveliestBox(
        picture(() => 77),
        WIDTH,
        HEIGHT,
        { width: 20, height: 20 },
      ),
    ).toEqual({
      x: 50,
      y: 30,
      width: 20,
      height: 20,
    });
    expect(
      liveliestBox(
        picture(() => 77),
        WIDTH,
        HEIGHT,
        { width: 900, height: 900 },
      ),
    ).toEqual({
      x: 0,
      y: 0,
      width: WIDTH,
      height: HEIGHT,
    });
  });
});
