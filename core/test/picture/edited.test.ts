import {
  type CutOut,
  editedSource,
  memorySource,
  NEW_CUT_OUT,
  NO_EDIT,
  type PictureEdit,
  shownSize,
} from '../../src/index.ts';
import { random } from '../random.ts';

const next = random(8);
const [W, H] = [7, 5];
const bytes = Uint8Array.from({ length: W * H * 4 }, () => 256 * next());
const source = memorySource(W, H, 4, bytes);
const grey = memorySource(W, H, 1, bytes.slice(0, W * H));

/** The same edit pixel by pixel: crop, mirror, then quarter turns counter-clockwise one at a time. */
function plainly(channels: number, from: Uint8Array, edit: PictureEdit) {
  const size = shownSize({ width: W, height: H, edit: { ...edit, turns: 0 } });
  const [x0, y0] = [Math.round(edit.crop.left * W), Math.round(edit.crop.top * H)];
  let rows = Array.from({ length: size.height }, (_, y) =>
    Array.from({ length: size.width }, (_, x) => {
      const at = ((y0 + y) * W + x0 + (edit.flip ? size.width - 1 - x : x)) * channels;
      return [...from.slice(at, at + channels)];
    }),
  );
  for (let k = 0; k < edit.turns; k++) {
    const across = rows[0]!.length;
    rows = Array.from({ length: across }, (_, y) => rows.map((row) => row[across - 1 - y]!));
  }
  return rows.flat(2);
}

const CROP = { left: 0.15, top: 0.2, right: 0.72, bottom: 0.81 };
const edits = [0, 1, 2, 3].flatMap((turns) =>
  [false, true].flatMap((flip) => [
    { ...NO_EDIT, turns, flip },
    { ...NO_EDIT, turns, flip, crop: CROP },
  ]),
);

test.each(edits)('$turns quarter turns, mirrored $flip: pixel by pixel, in any bands of rows', (edit) => {
  for (const [from, channels] of [
    [source, 4],
    [grey, 1],
  ] as const) {
    const made = editedSource(from, edit);
    expect({ width: made.width, height: made.height }).toEqual(shownSize({ width: W, height: H, edit }));
    const wanted = plainly(channels, from.read(0, H), edit);
    expect([...made.read(0, made.height)]).toEqual(wanted);
    const rows = Array.from({ length: made.height }, (_, y) => [...made.read(y, 1)]).flat();
    expect(rows).toEqual(wanted);
  }
});

describe('cut-out', () => {
  const side = 60;
  /** A red disc on blue, with a blue hole in the disc. */
  const flag = new Uint8Array(side * side * 4);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const d = Math.hypot(x - 29.5, y - 29.5);
      flag.set(d < 20 && d > 6 ? [220, 40, 30, 255] : [40, 60, 200, 255], (y * side + x) * 4);
    }
  }
  const picture = memorySource(side, side, 4, flag);
  const kept = (cutOut: Partial<CutOut>) => {
    const data = editedSource(picture, { ...NO_EDIT, cutOut: { ...NEW_CUT_OUT, ...cutOut } }).read(0, side);
    return (x: number, y: number) => data[(y * side + x) * 4 + 3]! / 255;
  };
  const picks = [{ x: 0.02, y: 0.02, colour: '#283cc8' }];

  test('joined: what hangs together with the picked spot goes, what is enclosed stays', () => {
    const alpha = kept({ picks });
    expect([alpha(0, 0), alpha(59, 59), alpha(29, 15), alpha(30, 30)]).toEqual([0, 0, 1, 1]);
    expect([alpha(29, 9), alpha(29, 10)]).toEqual([0, 1]);
  });
  test('everywhere: the enclosed colour goes too', () => {
    const alpha = kept({ picks, joined: false });
    expect([alpha(0, 0), alpha(29, 15), alpha(30, 30)]).toEqual([0, 1, 0]);
  });
  test('tolerance and softness: colours further off fade back in', () => {
    const at = (tolerance: number, softness: number) =>
      kept({ picks: [{ x: 0, y: 0, colour: '#5064dc' }], tolerance, softness, joined: false })(0, 0);
    expect(at(0.3, 0.1)).toBe(0);
    expect(at(0.01, 0.001)).toBe(1);
    const half = at(0.05, 0.2);
    expect(half).toBeGreaterThan(0.02);
    expect(half).toBeLessThan(0.98);
  });
  test('the brush takes away and brings back, whatever the colours say', () => {
    const dab = (does: 'lighten' | 'darken', x: number, y: number) => ({
      does,
      size: 0.2,
      hardness: 1,
      strength: 1,
      points: [x, y, 1],
    });
    const alpha = kept({ picks, strokes: [dab('lighten', 0.5, 0.25), dab('darken', 0.1, 0.1)], keepsEdges: false });
    expect([alpha(30, 15), alpha(6, 6), alpha(59, 59)]).toEqual([0, 1, 0]);
  });
  test('a rough stroke over the edge takes the background alone; erasing it works everywhere', () => {
    // From the blue corner inwards, wide enough to cover a good part of the disc.
    const rough = {
      does: 'lighten',
      size: 0.5,
      hardness: 1,
      strength: 1,
      points: [0.02, 0.5, 1, 0.1, 0.5, 1],
    } as const;
    const blue = (alpha: ReturnType<typeof kept>) => [alpha(3, 30), alpha(8, 28)];
    const red = (alpha: ReturnType<typeof kept>) => [alpha(11, 30), alpha(16, 30)];
    const keeping = kept({ strokes: [rough] });
    expect([...blue(keeping), ...red(keeping)]).toEqual([0, 0, 1, 1]);
    const all = kept({ strokes: [rough], keepsEdges: false });
    expect([...blue(all), ...red(all)]).toEqual([0, 0, 0, 0]);
    const erased = kept({ strokes: [rough, { ...rough, does: 'erase', points: [0.05, 0.5, 1] }] });
    expect(blue(erased)).toEqual([1, 1]);
  });
  test('where two strokes meet each goes by its own colours', () => {
    const take = { does: 'lighten', size: 0.4, hardness: 1, strength: 1, points: [0.05, 0.5, 1] } as const;
    const back = { ...take, does: 'darken', points: [0.25, 0.5, 1] } as const;
    const alpha = kept({ strokes: [take, back] });
    // The second began on the disc, so that it brings back nothing of the blue.
    expect([alpha(4, 30), alpha(8, 30), alpha(14, 30)]).toEqual([0, 0, 1]);
  });
});
