import {
  ciede2000,
  type Job,
  labOfLight,
  type LinearRgb,
  linearOfHex,
  measurePress,
  MM_PER_INCH,
  overprintColours,
  plateShares,
  printedByValue,
  printedInk,
  readChart,
  readInkSet,
  inkSetDocument,
  scanSheet,
  FLAT_SCAN,
  setOfPress,
  sheetLights,
  splitPicture,
  fillOf,
  withMeasuredPress,
} from '../../src/index.ts';
import { chartOfInks, env, inksJob, type KnownInk, pressed, pressedAs, STUDIO } from './pressed-charts.ts';

const PPI = 300;
const STOCK = '#ece4cf';
/** A press that prints none of the inks as the tin says. */
const KNOWN: readonly KnownInk[] = [
  { colour: '#e9a83a', press: { gain: 0.12, shiftX: 0.35, shiftY: -0.25 } },
  { colour: '#d9533c', press: { gain: 0.2, shiftX: -0.5, shiftY: 0.15, turn: 0.1 } },
  { colour: '#2a4a78', press: { gain: 0.07, shiftX: 0.1, shiftY: 0.4, stretch: 1.5 } },
  { colour: '#332f2e', press: { gain: 0.15 } },
];

const chart = chartOfInks(4, PPI);
const truth = pressedAs(chart, KNOWN, STOCK);
const sheet = pressed(truth);

function plates(job: Job): Float64Array {
  const making = plateShares(env, job);
  let step = making.next();
  while (!step.done) step = making.next();
  return step.value;
}
const held = plates(chart);
const KEY = 3;

const labOf = (light: readonly number[]) => labOfLight(light as unknown as LinearRgb);

/** Lies of the sheet: flat and turned under a scanner, the other way up, and before a camera. */
const LIES = [
  { name: 'flat', lie: { ...FLAT_SCAN, ppi: 300 }, ppi: 300 },
  { name: 'turned by 6°', lie: { ...FLAT_SCAN, ppi: 250, turn: -6, shows: 1.2 }, ppi: 250 },
  { name: 'upside down', lie: { ...FLAT_SCAN, ppi: 200, turn: 178 }, ppi: 200 },
  {
    name: 'photographed at an angle',
    lie: { ...FLAT_SCAN, ppi: 250, turn: 4, askew: [0.16, -0.12] as const, shows: 1.4 },
  },
];

test.each(LIES)('a chart that lies $name tells gain, colours and register of a known press', ({ lie, ppi }) => {
  const reading = readChart(scanSheet(sheet, PPI, lie), ppi === undefined ? {} : { ppi });
  const measured = measurePress(reading, { plates: held, ppi: PPI });
  expect(reading.spec).toEqual({ inks: 4, key: KEY, twentieths: 20 });

  const inks = truth.passes.map(({ ink }) => ink);
  const lights = sheetLights(truth.sheet, inks);
  const light = (code: number) => labOf(lights.slice(3 * code, 3 * code + 3) as unknown as number[]);
  expect(ciede2000(measured.stock, light(0))).toBeLessThan(1.5);
  for (const [k, ink] of measured.inks.entries()) expect(ciede2000(ink.lab, light(1 << k))).toBeLessThan(1.5);
  expect(measured.overprints).toHaveLength(11);
  for (const { inks: bits, lab } of measured.overprints) expect(ciede2000(lab, light(bits))).toBeLessThan(1.5);

  measured.inks.forEach((ink, k) => {
    const { gain, shiftX = 0, shiftY = 0, turn = 0, stretch = 0 } = KNOWN[k]!.press;
    for (const { x, y } of ink.gain) expect(Math.abs(y - printedByValue(x, gain!))).toBeLessThan(0.01);
    expect(Math.abs(ink.gainAtHalf - gain!)).toBeLessThan(0.01);
    expect(Math.abs(ink.landing!.shiftX - shiftX)).toBeLessThan(0.05);
    expect(Math.abs(ink.landing!.shiftY - shiftY)).toBeLessThan(0.05);
    // A turn or stretch that would put a corner of A4 off by 0.05 mm.
    expect(Math.abs(ink.landing!.turn - turn)).toBeLessThan(0.02);
    expect(Math.abs(ink.landing!.stretch - stretch)).toBeLessThan(0.3);
  });
});

test('overprints that obey no model are kept as measured', () => {
  // A press whose red does not take on yellow: the overprint is its own colour.
  const lights = Float64Array.from(sheet.lights);
  const trapped = linearOfHex('#d98a3c');
  lights.set(trapped, 3 * 0b11);
  const measured = measurePress(readChart(scanSheet({ ...sheet, lights }, PPI, FLAT_SCAN), { ppi: 300 }));
  const both = measured.overprints.find(({ inks }) => inks === 0b11)!;
  expect(ciede2000(both.lab, labOf(trapped))).toBeLessThan(1.5);
  const set = setOfPress(chart, measured, 'Studio press');
  const again = overprintColours(
    linearOfHex(set.stock!.colour),
    set.inks.map((ink) => printedInk(ink)),
    [],
  );
  // Without the measured overprint the inks would print something else.
  expect(ciede2000(both.lab, labOf(again.slice(9, 12) as unknown as number[]))).toBeGreaterThan(3);
  expect(
    ciede2000(both.lab, labOf(sheetLights({ stock: set.stock! }, set.inks).slice(9, 12) as unknown as number[])),
  ).toBeLessThan(0.5);
});

test('a set of what was measured is stored, read again, and prints the tones that are wished', () => {
  const measured = measurePress(readChart(scanSheet(sheet, PPI, FLAT_SCAN), { ppi: 300 }), { plates: held });
  const set = setOfPress(chart, measured, 'Studio press');
  const stored = readInkSet(JSON.parse(JSON.stringify(inkSetDocument(set))));
  expect(stored).toEqual(set);

  const job = inksJob(STUDIO, PPI);
  const fitted = withMeasuredPress(job, set);
  expect(fitted.passes.map(({ ink }) => ink.press.shiftX)).toEqual(set.inks.map((ink) => ink.press.shiftX));
  for (const [k, pass] of fitted.passes.entries()) {
    const { tone } = fillOf(pass);
    expect(tone.gainFrom).toBe('table');
    const half = tone.gainTable.find((p) => p.x === 0.5)!;
    expect(half.y).toBeCloseTo(printedByValue(0.5, KNOWN[k]!.press.gain!), 1);
  }
  // Passes in another order take the inks of their names.
  const turned = withMeasuredPress({ ...job, passes: [...job.passes].reverse() }, set);
  expect(turned.passes.map(({ ink }) => ink.name)).toEqual([...job.passes].reverse().map(({ ink }) => ink.name));
  for (const pass of turned.passes)
    expect(fillOf(pass).tone.gainTable).toEqual(set.inks.find(({ name }) => name === pass.ink.name)!.tones!.gain);
  // Passes that a picture is split into take it over too.
  let id = 0;
  const split = splitPicture(job, { set, from: job.passes[0]!.id, newId: () => `new-${id++}` });
  const made = split.job.passes.filter((p) => p.on);
  expect(made).toHaveLength(4);
  for (const [k, pass] of made.entries()) expect(fillOf(pass).tone.gainTable).toEqual(set.inks[k]!.tones!.gain);
});

test('the smallest mark that holds is found in mm, and tones that lose their dots', () => {
  const least = 0.2;
  const one = chartOfInks(1, 600, { width: 148, height: 210 });
  const off = pressed(pressedAs(one, [{ colour: '#332f2e', press: { least } }], STOCK));
  const measured = measurePress(readChart(scanSheet(off, 600, { ...FLAT_SCAN, ppi: 400 }), { ppi: 400 }), {
    plates: plates(one),
    ppi: 600,
  });
  const [ink] = measured.inks;
  const pixel = MM_PER_INCH / 600;
  expect(ink!.smallest.lines).toBeGreaterThan(least - pixel);
  expect(ink!.smallest.lines).toBeLessThan(least + 2 * pixel);
  expect(ink!.smallest.dots).toBeGreaterThan(least - pixel);
  expect(ink!.smallest.dots).toBeLessThan(0.3);
  // A dot of that diameter in cells of 62 lpi covers π · 0.2² / 4 of 0.41² mm²: 18.7 %.
  expect(ink!.holdsFrom).toBeGreaterThan(0.1);
  expect(ink!.holdsFrom).toBeLessThan(0.3);
  const whole = measurePress(readChart(scanSheet(pressed(one), 600, { ...FLAT_SCAN, ppi: 400 }), { ppi: 400 }), {
    ppi: 600,
  });
  expect(whole.inks[0]!.smallest.lines).toBeLessThan(0.06);
  expect(whole.inks[0]!.holdsFrom).toBeLessThan(0.011);
});
