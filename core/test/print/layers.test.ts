import {
  type Artwork,
  BLEND_MODES,
  byteOfLight,
  composeExact,
  createBitmap,
  createDisplayMeans,
  decodeSrgb,
  type Ink,
  type Pass,
  plainInk,
  type Plate,
  printedInk,
} from '../../src/index.ts';
import { B, over } from '../colour/w3c-blending.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const WIDTH = 97;
const HEIGHT = 6;
const job = pixelJob(WIDTH, HEIGHT, { width: 1, height: 1 });
const area = { x: 0, y: 0, width: WIDTH, height: HEIGHT, step: 1 };

function artwork(seed: number, alpha: (next: () => number) => number = (next) => Math.floor(next() * 256)): Artwork {
  const next = random(seed);
  const data = new Uint8Array(4 * WIDTH * HEIGHT);
  for (let k = 0; k < data.length; k += 4) {
    for (let c = 0; c < 3; c++) data[k + c] = Math.floor(next() * 256);
    data[k + 3] = alpha(next);
  }
  return { width: WIDTH, height: HEIGHT, channels: 4, data };
}

const smooth = (ink: Partial<Ink>): Pass => {
  const [pass] = job.passes;
  const [fill] = pass!.fills;
  return {
    ...pass!,
    fills: [{ ...fill!, screen: { ...fill!.screen, family: 'smooth' } }],
    ink: { ...plainInk('Any', '#3366cc'), ...ink },
  };
};

const opaque = () => 255;
const laid = (passes: readonly Pass[], plates: readonly Plate[]) =>
  composeExact(kernels, job.sheet, passes, plates, area);

test.each(BLEND_MODES.map((m) => m.name))('artwork meets artwork by %s as the specification says, ± 1/255', (meets) => {
  const [below, above] = [artwork(1, opaque), artwork(2)];
  const strength = 0.8;
  const out = laid([smooth({ meets: 'normal' }), smooth({ meets, strength })], [below, above]);
  let most = 0;
  for (let k = 0; k < out.length; k += 4) {
    const at = (data: Uint8Array) => [data[k]! / 255, data[k + 1]! / 255, data[k + 2]! / 255];
    const expected = over(meets, at(below.data), at(above.data), (strength * above.data[k + 3]!) / 255);
    for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(out[k + c]! - 255 * expected[c]!));
  }
  expect(Object.keys(B)).toContain(meets);
  expect(most).toBeLessThanOrEqual(1);
});

test('opaque artwork is printed as it is, byte for byte', () => {
  const own = artwork(3, opaque);
  expect(Buffer.from(laid([smooth({ meets: 'normal' })], [own])).equals(Buffer.from(own.data))).toBe(true);
});

test('artwork that overprints or adds light is laid as an ink of each colour', () => {
  const own = artwork(4, opaque);
  for (const ink of [{ opacity: 0.3, strength: 0.9 }, { opacity: 0 }, { meets: 'light' as const, strength: 0.5 }]) {
    const out = laid([smooth(ink)], [own]);
    for (let k = 0; k < out.length; k += 4 * 13) {
      const light = [0, 1, 2].map((c) => decodeSrgb(own.data[k + c]! / 255)) as [number, number, number];
      const { through, adds } = printedInk({ ...smooth(ink).ink }, light);
      for (let c = 0; c < 3; c++)
        expect(Math.abs(out[k + c]! - byteOfLight(through[c]! + adds[c]!))).toBeLessThanOrEqual(1);
    }
  }
});

test('the order of passes counts, and each pass sees only what lies beneath it', () => {
  const plates = [artwork(5, opaque), artwork(6), artwork(7)];
  const passes = [
    smooth({ meets: 'normal' }),
    smooth({ meets: 'color-burn' }),
    smooth({ meets: 'hue', strength: 0.6 }),
  ];
  const all = laid(passes, plates);
  // What lies beneath as one flat picture gives the same print.
  const two = laid(passes.slice(0, 2), plates.slice(0, 2));
  const flat: Artwork = { width: WIDTH, height: HEIGHT, channels: 4, data: two };
  const again = laid([passes[0]!, passes[2]!], [flat, plates[2]!]);
  // The hue of what is nearly grey is turned far by a rounded byte.
  const far = all.filter((v, k) => Math.abs(v - again[k]!) > 3).length;
  expect(far / all.length).toBeLessThan(0.01);
  expect(Buffer.from(laid(passes.toReversed(), plates.toReversed())).equals(Buffer.from(all))).toBe(false);
  // Opaque artwork on top hides all that is under it.
  const cover = artwork(8, opaque);
  expect(
    Buffer.from(laid([...passes, smooth({ meets: 'normal' })], [...plates, cover])).equals(Buffer.from(cover.data)),
  ).toBe(true);
});

test('a print with layers is the same however the sheet is cut into bands, and the view is its mean', () => {
  const plates = [artwork(9, opaque), artwork(10)];
  const passes = [smooth({ meets: 'normal' }), smooth({ meets: 'overlay' })];
  const whole = laid(passes, plates);
  for (let y = 0; y < HEIGHT; y += 2) {
    const part = plates.map((p) => ({ ...p, height: 2, data: p.data.subarray(4 * WIDTH * y, 4 * WIDTH * (y + 2)) }));
    const band = composeExact(kernels, job.sheet, passes, part, { ...area, y, height: 2 });
    expect(Buffer.from(band).equals(Buffer.from(whole.subarray(4 * WIDTH * y, 4 * WIDTH * (y + 2))))).toBe(true);
  }
  const scale = 1 / HEIGHT;
  const columns = Math.floor(WIDTH * scale);
  const grid = { scale, originX: 0, originY: 0, width: columns, first: 0, rows: 1 };
  const means = createDisplayMeans(kernels, job.sheet, passes, grid);
  means.add(area, plates);
  const view = means.rgba();
  for (let d = 0; d < columns; d++) {
    for (let c = 0; c < 3; c++) {
      let sum = 0;
      for (let y = 0; y < HEIGHT; y++) {
        for (let x = d * HEIGHT; x < (d + 1) * HEIGHT; x++) sum += decodeSrgb(whole[4 * (y * WIDTH + x) + c]! / 255);
      }
      expect(Math.abs(view[4 * d + c]! - byteOfLight(sum / (HEIGHT * HEIGHT)))).toBeLessThanOrEqual(1);
    }
  }
});

/** Passes of one ink, and plates of random bits for them. */
function inked(count: number) {
  const next = random(20 + count);
  const passes = Array.from({ length: count }, (_, k) => ({
    ...job.passes[0]!,
    ink: { ...plainInk('Ink', '#30a0d0'), opacity: k / 3 },
  }));
  const plates = passes.map(() => {
    const plate = createBitmap(WIDTH, HEIGHT);
    for (let k = 0; k < plate.data.length; k++) plate.data[k] = Math.floor(next() * 256);
    return plate;
  });
  return { passes, plates };
}

test.each([
  ['opaque artwork and three inks', 3, opaque, {}],
  ['artwork of any alpha and two inks', 2, undefined, {}],
  ['weak artwork and three inks', 3, undefined, { strength: 0.6 }],
  ['artwork and nine inks', 9, undefined, {}],
  ['artwork alone', 0, undefined, {}],
] as const)('%s: the view at full size is the print, byte for byte', (_, count, alpha, ink) => {
  const inks = inked(count);
  const plates = [artwork(11, alpha), ...inks.plates];
  const passes = [smooth({ meets: 'normal', ...ink }), ...inks.passes];
  const whole = laid(passes, plates);
  const grid = { scale: 1, originX: 0, originY: 0, width: WIDTH, first: 0, rows: HEIGHT };
  const means = createDisplayMeans(kernels, job.sheet, passes, grid);
  means.add(area, plates);
  expect(Buffer.from(means.rgba()).equals(Buffer.from(whole))).toBe(true);
});

test('a row of artwork and inks that stands for those up to the next one is made once and shared out', () => {
  const inks = inked(2);
  const passes = [smooth({ meets: 'normal' }), ...inks.passes];
  const one = { ...area, height: 1 };
  const cut = ({ data, ...plate }: Plate) =>
    ({ ...plate, height: 1, data: data.subarray(0, data.length / HEIGHT) }) as Plate;
  const row = [artwork(12), ...inks.plates].map(cut);
  const grid = { scale: 0.5, originX: 0, originY: 0, width: 48, first: 0, rows: 3 };
  const view = (of: typeof area, plates: readonly Plate[]) => {
    const means = createDisplayMeans(kernels, job.sheet, passes, grid);
    means.add(of, plates);
    return means.rgba();
  };
  const coarse = view({ ...area, step: HEIGHT }, row);
  const line = view({ ...one, y: 2, height: 1 }, row).subarray(4 * 48, 8 * 48);
  for (let d = 0; d < 3; d++) expect([...coarse.subarray(4 * 48 * d, 4 * 48 * (d + 1))]).toEqual([...line]);
});

test('what is printed between two areas of a view leaves the view as it is', () => {
  const passes = [smooth({ meets: 'normal' }), smooth({ meets: 'overlay' }), ...inked(2).passes];
  const plates = [artwork(13, opaque), artwork(14), ...inked(2).plates];
  const halves = [0, HEIGHT / 2].map((y) => ({ ...area, y, height: HEIGHT / 2 }));
  const part = ({ y, height }: typeof area): Plate[] =>
    plates.map((p) => {
      const row = p.data.length / HEIGHT;
      return { ...p, height, data: p.data.subarray(y * row, (y + height) * row) } as Plate;
    });
  const view = (between: () => void) => {
    const grid = { scale: 1, originX: 0, originY: 0, width: WIDTH, first: 0, rows: HEIGHT };
    const means = createDisplayMeans(kernels, job.sheet, passes, grid);
    for (const half of halves) {
      const read = part(half);
      between();
      means.add(half, read);
    }
    return Buffer.from(means.rgba());
  };
  const alone = view(() => {});
  let width = 4000;
  // As a pass does that takes the print so far: other passes, over wider and wider rows.
  const printed = view(() => {
    const wide = { ...artwork(15), width, height: 1, data: new Uint8Array(4 * width).fill(200) };
    const under = [smooth({ meets: 'normal' }), smooth({ meets: 'screen' })];
    composeExact(kernels, job.sheet, under, [wide, wide], { x: 0, y: 0, width, height: 1, step: 1 });
    kernels.u8(kernels.scratch(`between ${width}`, 4000)).fill(77);
    width *= 2;
  });
  expect(printed.equals(alone)).toBe(true);
});
