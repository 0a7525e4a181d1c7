import {
  decodeSrgb,
  encodeSrgb,
  GRAIN_METHODS,
  isDiffusion,
  isBitmap,
  linearOfHex,
  memorySource,
  oklabOfLight,
  lightOfOklab,
  PALETTES,
  paletteOfPicture,
  PaletteError,
  type PictureSource,
  readGpl,
  writeGpl,
  packRows,
  parseHex,
} from '../../src/index.ts';
import { nearestMixture } from '../../src/screen/families/grain/palette-reach.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';
import { screenOf } from '../screens.ts';

const FIVE = ['#1e1b18', '#1d3f72', '#e5482d', '#f2b632', '#ffffff'];

/** A picture of patches in some colours only. */
function patches(colours: readonly string[], side: number): { source: PictureSource; indices: Uint8Array } {
  const next = random(5);
  const cells = Array.from({ length: 64 }, () => Math.floor(next() * colours.length));
  const indices = Uint8Array.from({ length: side * side }, (_, k) => {
    const [x, y] = [k % side, Math.floor(k / side)];
    return cells[((y >> 4) & 7) * 8 + ((x >> 4) & 7)]!;
  });
  const rgba = new Uint8Array(4 * side * side);
  indices.forEach((index, k) => {
    rgba.set([...parseHex(colours[index]!)!, 255], 4 * k);
  });
  return { source: memorySource(side, side, 4, rgba), indices };
}

/** Levels or palette indices of a grain screen over a picture, a byte a pixel. */
function plateOf(source: PictureSource, grain: object, part: 'colour' | 'lightness' = 'colour'): Uint8Array {
  const { width, height } = source;
  const job = pixelJob(width, height, source, {
    feed: { part },
    tone: { meaning: 'light' },
    screen: screenOf('grain', grain),
  });
  return packRows(kernels, job, job.passes[0]!, () => source);
}

const METHODS = GRAIN_METHODS.map((m) => m.name);

describe('palettes', () => {
  const { source, indices } = patches(FIVE, 97);
  const spaces = METHODS.flatMap((method) => (['oklab', 'light'] as const).map((space) => [method, space] as const));
  test.each(spaces)('%s in %s: a picture in the palette’s own colours comes back unchanged', (method, space) => {
    const printed = plateOf(source, { method, prints: 'palette', palette: FIVE, space });
    expect(Buffer.compare(printed, indices)).toBe(0);
  });

  test('OKLab there and back, and its published white and red (Ottosson 2020)', () => {
    const lab = [0, 0, 0];
    oklabOfLight(1, 1, 1, lab);
    expect(lab.map((v) => Math.round(v * 1000) / 1000 + 0)).toEqual([1, 0, 0]);
    // sRGB red, as common colour software gives it (from memory).
    oklabOfLight(1, 0, 0, lab);
    const off = (a: readonly number[], b: readonly number[]) => Math.max(...a.map((v, k) => Math.abs(v - b[k]!)));
    expect(off(lab, [0.62796, 0.22486, 0.12585])).toBeLessThan(5e-5);
    expect(off(lightOfOklab(lab[0]!, lab[1]!, lab[2]!), [1, 0, 0])).toBeLessThan(5e-6);
  });
});

describe('a grey ramp to four levels keeps its local mean in linear light', () => {
  const ramp = greyPicture(512, 128, (x) => (x * 255) / 511);
  const greys = ['#000000', '#9c9c9c', '#d5d5d5', '#ffffff'];
  const lights = greys.map((g) => linearOfHex(g)[0]);
  // Diffusion and curves carry the error on; ordered tiles hold it within a tile; chance is left out.
  const kept = METHODS.filter(
    (m) => !['cut-off', 'white-noise', 'atkinson', 'bayer-2', 'bayer-4', 'clustered-4'].includes(m),
  );
  function worst(light: (k: number) => number): number {
    let most = 0;
    for (let left = 0; left < 512; left += 32) {
      let [printed, wanted] = [0, 0];
      for (let y = 0; y < 128; y++) {
        for (let x = left; x < left + 32; x++) {
          printed += light(y * 512 + x);
          wanted += decodeSrgb(Math.round((x * 255) / 511) / 255);
        }
      }
      most = Math.max(most, Math.abs(printed - wanted) / (32 * 128));
    }
    return most;
  }

  test.each(kept)('%s, levels of the ink', (method) => {
    const levels = plateOf(ramp, { method, prints: 'levels', levels: 4 }, 'lightness');
    expect(worst((k) => 1 - levels[k]! / 3)).toBeLessThan(0.02);
  });

  test.each(kept.filter((m) => m !== 'direct-binary-search'))('%s, a palette of four greys', (method) => {
    const printed = plateOf(ramp, { method, prints: 'palette', palette: greys, space: 'light' });
    expect(worst((k) => lights[printed[k]!]!)).toBeLessThan(0.02);
  });
});

describe('local means of palettes are those of the picture in linear light (definition of a mixture of light)', () => {
  // Methods that can mix any colour of a palette; Atkinson passes on six eighths by design.
  const methods = METHODS.filter(
    (m) => !['cut-off', 'white-noise', 'atkinson', 'bayer-2', 'bayer-4', 'clustered-4', 'clustered-6'].includes(m),
  );
  const side = 128;
  const next = random(31);
  const sets = [
    ...PALETTES.map((p) => [p.name, p.colours.map((c) => c.colour)] as const),
    ['two', ['#000000', '#ffffff']] as const,
  ];

  /**
   * Colours that a palette mixes, as sRGB bytes: shares of up to four of its own, and a little of all, so that rounding to
   * bytes does not take them out of its reach.
   */
  function mixtures(palette: readonly string[]): (readonly number[])[] {
    return Array.from({ length: 4 }, () => {
      const some = Array.from({ length: 4 }, () => palette[Math.floor(next() * palette.length)]!);
      const shares = [...some.map(() => 0.1 + next()), ...palette.map(() => 1 / palette.length)];
      const sum = shares.reduce((a, b) => a + b, 0);
      return [0, 1, 2].map((c) => {
        const light = [...some, ...palette].reduce((v, hex, k) => v + (shares[k]! / sum) * linearOfHex(hex)[c]!, 0);
        return Math.round(255 * encodeSrgb(light));
      });
    });
  }

  test.each(sets.flatMap(([name, palette]) => methods.map((m) => [m, name, palette] as const)))(
    '%s, %s',
    (method, _, palette) => {
      for (const colour of method === 'direct-binary-search' ? mixtures(palette).slice(0, 1) : mixtures(palette)) {
        const rgba = new Uint8Array(4 * side * side);
        for (let k = 0; k < side * side; k++) rgba.set([...colour, 255], 4 * k);
        const source = memorySource(side, side, 4, rgba);
        const printed = plateOf(source, { method, prints: 'palette', palette, space: 'oklab' });
        const lights = palette.map((hex) => linearOfHex(hex));
        for (let c = 0; c < 3; c++) {
          const mean = printed.reduce((sum, index) => sum + lights[index]![c]!, 0) / printed.length;
          expect(Math.abs(mean - decodeSrgb(colour[c]! / 255))).toBeLessThan(0.01);
        }
      }
    },
  );
});

describe('colours at the rim of what a palette mixes', () => {
  // Six colours that are nearly a line, as they are taken from a dusk: most of its own colours lie beside that line.
  const dusk = ['#2a283f', '#433f5d', '#6d555d', '#977069', '#c88e6f', '#f0c07f'];
  const [width, height, block] = [512, 384, 32];
  const rgba = new Uint8Array(4 * width * height);
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const [down, glow] = [y / height, Math.max(0, 1 - Math.hypot(x - 150, y - 300) / 300)];
      rgba.set([30 + 150 * down + 70 * glow, 28 + 80 * down + 90 * glow, 70 + 40 * Math.sin(6 * down), 255], at);
    }
  }
  const source = memorySource(width, height, 4, rgba);
  const points = Float64Array.from(dusk.flatMap((hex) => [...linearOfHex(hex)]));

  /** Mean light of a block of the nearest mixtures of the picture's colours. */
  const wanted = (left: number, top: number): number[] => {
    const mixtureOf = nearestMixture(points);
    const sum = [0, 0, 0];
    const [light, mixed] = [new Float64Array(3), new Float64Array(3)];
    for (let y = top; y < top + block; y += 4) {
      for (let x = left; x < left + block; x += 4) {
        for (let c = 0; c < 3; c++) light[c] = decodeSrgb(rgba[4 * (y * width + x) + c]! / 255);
        mixtureOf(light, mixed);
        for (let c = 0; c < 3; c++) sum[c]! += mixed[c]! / (block / 4) ** 2;
      }
    }
    return sum;
  };

  test.each(METHODS.filter((m) => isDiffusion(m) || m === 'curve').filter((m) => m !== 'atkinson'))(
    '%s: errors do not spread over the sheet; every block has the light of its nearest mixtures',
    (method) => {
      const printed = plateOf(source, { method, prints: 'palette', palette: dusk, space: 'oklab' });
      for (let top = 0; top < height; top += 2 * block) {
        for (let left = 0; left < width; left += 2 * block) {
          const want = wanted(left, top);
          for (let c = 0; c < 3; c++) {
            let sum = 0;
            for (let y = top; y < top + block; y++) {
              for (let x = left; x < left + block; x++) sum += points[3 * printed[y * width + x]! + c]!;
            }
            expect(Math.abs(sum / block ** 2 - want[c]!)).toBeLessThan(0.04);
          }
        }
      }
    },
  );
});

describe('palettes taken from a picture', () => {
  test('a picture of few colours gives exactly its own, dark to light', () => {
    expect(paletteOfPicture(patches(FIVE, 128).source, 8)).toEqual(FIVE);
    expect(paletteOfPicture(patches(FIVE, 128).source, 5)).toEqual(FIVE);
    expect(
      paletteOfPicture(
        greyPicture(20, 20, () => 77),
        4,
      ),
    ).toEqual(['#4d4d4d']);
  });

  test('more colours serve a picture better, in OKLab', () => {
    const rgba = new Uint8Array(4 * 100 * 100);
    for (let k = 0; k < 10000; k++)
      rgba.set([(k % 100) * 2.5, Math.floor(k / 100) * 2.5, 255 - (k % 100) * 2, 255], 4 * k);
    const source = memorySource(100, 100, 4, rgba);
    const error = (count: number) => {
      const palette = paletteOfPicture(source, count).map((hex) => {
        const lab = [0, 0, 0];
        oklabOfLight(...linearOfHex(hex), lab);
        return lab;
      });
      expect(palette).toHaveLength(count);
      let sum = 0;
      const lab = [0, 0, 0];
      for (let k = 0; k < 10000; k += 7) {
        const [r, g, b] = [0, 1, 2].map((c) => decodeSrgb(rgba[4 * k + c]! / 255)) as [number, number, number];
        oklabOfLight(r, g, b, lab);
        sum += Math.min(
          ...palette.map((p) => (p[0]! - lab[0]!) ** 2 + (p[1]! - lab[1]!) ** 2 + (p[2]! - lab[2]!) ** 2),
        );
      }
      return sum;
    };
    const errors = [2, 4, 8, 16].map(error);
    expect(errors[1]! / errors[0]!).toBeLessThan(0.8);
    expect(errors[2]! / errors[1]!).toBeLessThan(0.8);
    expect(errors[3]! / errors[2]!).toBeLessThan(0.8);
  });
});

describe('.gpl files', () => {
  test.each(PALETTES.map((p) => p.name))('the built-in palette %s is written and read back the same', (name) => {
    const palette = PALETTES.find((p) => p.name === name)!;
    expect(readGpl(writeGpl(palette))).toEqual(palette);
    expect(palette.colours.length).toBeGreaterThanOrEqual(2);
    expect(palette.colours.every(({ colour }) => parseHex(colour))).toBe(true);
  });

  test('files as other programs write them', () => {
    const text =
      'GIMP Palette\r\nName: Kites\r\nColumns: 4\r\n# made by hand\r\n\r\n255   0  10 Red kite\r\n  0\t0\t0\r\n';
    expect(readGpl(text)).toEqual({
      name: 'Kites',
      colours: [
        { name: 'Red kite', colour: '#ff000a' },
        { name: '', colour: '#000000' },
      ],
    });
  });

  test.each([
    ['Palette of kites\n1 2 3', /not a \.gpl palette/],
    ['GIMP Palette\nName: x\n1 2 300 too much', /Line 3 .* not a colour/],
    ['GIMP Palette\nred green blue', /Line 2/],
  ])('%j is refused in one sentence', (text, message) => {
    expect(() => readGpl(text)).toThrow(PaletteError);
    expect(() => readGpl(text)).toThrow(message);
  });
});

test('with two levels a plate is one bit a pixel, with more a byte', () => {
  const source = greyPicture(40, 40, () => 100);
  const job = (grain: object) => pixelJob(40, 40, source, { screen: screenOf('grain', grain) });
  expect(
    packRows(
      kernels,
      job({ prints: 'levels', levels: 2 }),
      job({ prints: 'levels', levels: 2 }).passes[0]!,
      () => source,
    ),
  ).toHaveLength(5 * 40);
  expect(plateOf(source, { prints: 'levels', levels: 3 })).toHaveLength(1600);
  expect(isBitmap({ width: 1, height: 1, levels: 3, data: new Uint8Array(1) })).toBe(false);
});
