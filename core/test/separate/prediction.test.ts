import {
  ciede2000,
  planPass,
  DEFAULT_TONE,
  displayColours,
  type Job,
  labOfLight,
  lightOfLab,
  plainInk,
  plainStock,
  printedInk,
  sheetLights,
  stockLight,
} from '../../src/index.ts';
import { createPrintModel, demichelWeights, predict } from '../../src/separate/model.ts';
import { PROCESS_OVERPRINTS, PROCESS_PAPER, PROCESS_SOLIDS } from '../../src/ink/process.ts';
import { greyPicture, pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';
import { screenOf } from '../screens.ts';
import { hexModel, processModel } from './sets.ts';

test('Demichel weights: sums of one, and those of two inks by hand (Demichel 1924)', () => {
  const next = random(4);
  for (let inks = 1; inks <= 8; inks++) {
    const weights = demichelWeights(Array.from({ length: inks }, () => next()));
    expect(weights.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
  }
  const [paper, c, m, both] = demichelWeights([0.3, 0.6]);
  expect([paper, c, m, both].map((w) => Number(w!.toFixed(12)))).toEqual([0.28, 0.12, 0.42, 0.18]);
});

test.each([1, 1.7, 2])('corners are exact with n = %d: the solids and overprints of ISO 12647-2', (n) => {
  const model = processModel(n);
  const wanted: readonly (readonly [number[], readonly [number, number, number]])[] = [
    // L*a*b* of paper type 1, its solids and its overprints on black backing (ISO 12647-2, from memory).
    [
      [0, 0, 0, 0],
      [93, 0, -3],
    ],
    [
      [1, 0, 0, 0],
      [54, -36, -49],
    ],
    [
      [0, 1, 0, 0],
      [46, 72, -5],
    ],
    [
      [0, 0, 1, 0],
      [87, -6, 90],
    ],
    [
      [0, 0, 0, 1],
      [16, 0, 0],
    ],
    [
      [0, 1, 1, 0],
      [46, 67, 47],
    ],
    [
      [1, 0, 1, 0],
      [49, -66, 24],
    ],
    [
      [1, 1, 0, 0],
      [24, 16, -45],
    ],
  ];
  for (const [coverages, lab] of wanted) {
    labOfLight(predict(model, coverages)).forEach((v, k) => {
      expect(v).toBeCloseTo(lab[k]!, 6);
    });
  }
});

test('a halfway patch of cyan and magenta, worked out by hand (Neugebauer 1937, n = 1)', () => {
  // Half of each: a quarter each of paper, cyan, magenta and their overprint.
  const parts = [PROCESS_PAPER, PROCESS_SOLIDS.C, PROCESS_SOLIDS.M, PROCESS_OVERPRINTS.CM].map(lightOfLab);
  const hand = [0, 1, 2].map((c) => parts.reduce((sum, light) => sum + light[c]! / 4, 0));
  predict(processModel(), [0.5, 0.5, 0, 0]).forEach((v, c) => {
    expect(v).toBeCloseTo(hand[c]!, 12);
  });
});

test('spread of light darkens the middle tones and leaves paper and solid (Yule & Nielsen 1951)', () => {
  const lightness = (n: number, a: number) => labOfLight(predict(hexModel('#ffffff', ['#1e1b18'], n), [a]))[0];
  expect(lightness(2, 0.5)).toBeLessThan(lightness(1, 0.5) - 5);
  expect(lightness(2, 0)).toBeCloseTo(lightness(1, 0), 9);
  expect(lightness(2, 1)).toBeCloseTo(lightness(1, 1), 9);
  // By hand: light 1 and k, n = 2, a half: ((1 + √k) / 2)².
  const k = predict(hexModel('#ffffff', ['#808080'], 2), [1])[0];
  expect(predict(hexModel('#ffffff', ['#808080'], 2), [0.5])[0]).toBeCloseTo(((1 + Math.sqrt(k)) / 2) ** 2, 12);
});

describe('covering inks are layers in print order', () => {
  const white = { ...plainInk('White', '#ffffff'), opacity: 1 };
  const blue = plainInk('Blue', '#1d3f72');
  const stock = { stock: plainStock('Black cloth', '#000000') };
  const colours = (...inks: (typeof white)[]) => [...displayColours(sheetLights(stock, inks))];
  test('white hides the cloth; blue on it is blue, under it is gone', () => {
    expect(colours(white, blue).slice(9)).toEqual([0x1d, 0x3f, 0x72]);
    expect(colours(blue, white).slice(9)).toEqual([255, 255, 255]);
    expect(colours(blue).slice(3)).toEqual([0, 0, 0]);
  });
  test('half covering lies between transparent and covering', () => {
    const [r] = printedInk({ ...blue, opacity: 0.5 }).adds;
    expect(r).toBeCloseTo(0.5 * printedInk({ ...blue, opacity: 1 }).adds[0], 12);
  });
  test('light adds up: red and green lamps on black give yellow', () => {
    const lamp = (colour: string) => ({ ...plainInk(colour, colour), meets: 'light' as const });
    expect(colours(lamp('#ff0000'), lamp('#00ff00')).slice(9)).toEqual([255, 255, 0]);
  });
});

// Three screens of one frequency 30° apart have beats that meet (the rosette stands still), so that dots of the
// three do not fall independently; with other frequencies they do, as the weights suppose.
test('overprint areas counted on real plates are those of the weights, within 0.5 %', () => {
  const side = 1200;
  const next = random(77);
  const wish = [0.3, 0.55, 0.2, 0.4];
  const plates = wish.map((a, k) => {
    const source = greyPicture(side, side, () => 255 - Math.round(255 * a));
    const screen = screenOf(
      'dots',
      {},
      {
        frequency: { value: [60, 64.7, 71, 55][k]!, per: 'lpi' },
        angle: [15, 75, 0, 45][k]!,
      },
    );
    const job: Job = pixelJob(side, side, source, { tone: { ...DEFAULT_TONE, meaning: 'even' }, screen });
    const chain = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
    const plate = chain.plate.read({ x: 0, y: 0, width: side, height: side, step: 1 });
    chain.release();
    if (!('stride' in plate)) throw new Error('One bit was asked.');
    return plate;
  });
  const counts = new Float64Array(16);
  const throws = 400_000;
  for (let k = 0; k < throws; k++) {
    const [x, y] = [Math.floor(side * next()), Math.floor(side * next())];
    const code = plates.reduce(
      (bits, { data, stride }, p) => bits | (((data[y * stride + (x >> 3)]! >> (7 - (x & 7))) & 1) << p),
      0,
    );
    counts[code]!++;
  }
  const actual = wish.map((a) => Math.round(255 * a) / 255);
  const weights = demichelWeights(actual);
  const worst = weights.reduce((most, w, code) => Math.max(most, Math.abs(w - counts[code]! / throws)), 0);
  expect(worst).toBeLessThan(0.005);
});

test('a stock that was measured shows its own colour; overprints hold for inks by name', () => {
  const stock = { ...plainStock('Paper', '#eeeeee'), measured: PROCESS_PAPER };
  labOfLight(stockLight(stock)).forEach((v, k) => {
    expect(v).toBeCloseTo(PROCESS_PAPER[k]!, 9);
  });
  const measured = (name: 'C' | 'M') => ({
    ...plainInk(name, '#000000'),
    measured: { lab: PROCESS_SOLIDS[name], stock: PROCESS_PAPER },
  });
  const known = { inks: ['C', 'M'], lab: PROCESS_OVERPRINTS.CM, stock: PROCESS_PAPER };
  const lights = sheetLights({ stock: { ...stock, overprints: [known] } }, [measured('M'), measured('C')]);
  const blue = labOfLight([lights[9]!, lights[10]!, lights[11]!]);
  expect(ciede2000(blue, PROCESS_OVERPRINTS.CM)).toBeLessThan(1e-6);
  // Without it the product of both stands, which is another colour.
  const plain = sheetLights({ stock }, [measured('M'), measured('C')]);
  expect(ciede2000(labOfLight([plain[9]!, plain[10]!, plain[11]!]), PROCESS_OVERPRINTS.CM)).toBeGreaterThan(3);
});

test('a model of one ink is the stock and the ink, worked out by hand', () => {
  const model = createPrintModel([0.9, 0.8, 0.7], [{ through: [0.5, 0.5, 0.5], adds: [0, 0, 0.1] }]);
  // The stock; then half of its light, and in blue a tenth more that the ink adds.
  [0.9, 0.8, 0.7, 0.45, 0.4, 0.45].forEach((light, k) => {
    expect(model.corners[k]).toBeCloseTo(light, 12);
  });
  expect(model.corners).toHaveLength(6);
});
