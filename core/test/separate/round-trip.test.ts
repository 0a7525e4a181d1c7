import { ciede2000, encodeSrgb, labOfLight, normalsOf } from '../../src/index.ts';
import { lookUpInks } from '../../src/separate/ink-table.ts';
import { type PrintModel, predict } from '../../src/separate/model.ts';
import { nearestTable } from '../../src/separate/nearest.ts';
import { SEPARATION_PARAMS } from '../../src/separate/params.ts';
import { random } from '../random.ts';
import { hexModel, processModel } from './sets.ts';

const PLAIN = { ...normalsOf(SEPARATION_PARAMS), limit: 8, fitDarks: false, whiteIs: 'white' as const };

/** CIEDE2000 of 2000 colours that a set prints and sRGB holds, separated by the table and predicted again. */
function roundTrip(model: PrintModel, settings = PLAIN): { mean: number; p95: number } {
  const table = nearestTable(model, settings);
  const next = random(12);
  const off: number[] = [];
  while (off.length < 2000) {
    const light = predict(
      model,
      Array.from({ length: model.inks }, () => next()),
    );
    if (light.some((v) => v < 0 || v > 1)) continue;
    const [r, g, b] = light.map(encodeSrgb) as [number, number, number];
    off.push(ciede2000(labOfLight(light), labOfLight(predict(model, lookUpInks(table, r, g, b)))));
  }
  off.sort((a, b) => a - b);
  return { mean: off.reduce((a, b) => a + b, 0) / off.length, p95: off[Math.floor(0.95 * off.length)]! };
}

test.each([
  ['process', processModel()],
  ['process with spread of light in the paper, n = 2', processModel(2)],
  ['blue, red and yellow on cream', hexModel('#f5ecd7', ['#1d3f72', '#e5482d', '#f2b632'])],
  ['four inks of a small studio', hexModel('#ffffff', ['#0078bf', '#ff48b0', '#ffe800', '#2a2a2a'])],
])('2000 colours of %s come back', (_name, model) => {
  const { mean, p95 } = roundTrip(model);
  expect(mean).toBeLessThan(1);
  expect(p95).toBeLessThan(2.5);
});

test.each([0, 0.5, 1])('greys stay neutral with a black build of %d', (black) => {
  const model = processModel();
  const table = nearestTable(model, { ...normalsOf(SEPARATION_PARAMS), black });
  const paper = labOfLight(predict(model, [0, 0, 0, 0]));
  let worst = 0;
  for (let k = 0; k <= 100; k++) {
    const [L, a, b] = labOfLight(predict(model, lookUpInks(table, k / 100, k / 100, k / 100)));
    // Against the paper's own tint, which fades with the light.
    const tint = L / paper[0];
    worst = Math.max(worst, Math.hypot(a - paper[1] * tint, b - paper[2] * tint));
  }
  expect(worst).toBeLessThan(1.5);
});

test('the ink limit holds at every colour, and black takes the place of the rest', () => {
  const model = processModel();
  const sums = (limit: number) => {
    const { planes } = nearestTable(model, { ...normalsOf(SEPARATION_PARAMS), limit, black: 0 }, 9);
    return Array.from({ length: 729 }, (_, at) => planes.reduce((sum, p) => sum + p[at]! / 65535, 0));
  };
  expect(Math.max(...sums(4))).toBeGreaterThan(2.6);
  expect(Math.max(...sums(2.4))).toBeLessThan(2.42);
});

test('black takes over from the colours little by little along the greys, before the ink limit is met', () => {
  const table = nearestTable(processModel(), normalsOf(SEPARATION_PARAMS));
  const blacks = Array.from({ length: 52 }, (_, k) => lookUpInks(table, k / 51, k / 51, k / 51)[3]!);
  for (let k = 1; k < blacks.length; k++) {
    expect(blacks[k - 1]! - blacks[k]!).toBeGreaterThan(-0.01);
    expect(blacks[k - 1]! - blacks[k]!).toBeLessThan(0.1);
  }
});

test('more black build moves grey from the colours to black', () => {
  const model = processModel();
  const greys = [0, 0.5, 1].map((black) => {
    const table = nearestTable(model, { ...normalsOf(SEPARATION_PARAMS), black }, 17);
    return lookUpInks(table, 0.35, 0.35, 0.35);
  });
  const blacks = greys.map((c) => c[3]!);
  expect(blacks[0]!).toBeLessThan(0.1);
  expect(blacks[1]!).toBeGreaterThan(blacks[0]! + 0.1);
  expect(blacks[2]!).toBeGreaterThan(blacks[1]! + 0.1);
  expect(greys[2]![0]!).toBeLessThan(0.1);
});
