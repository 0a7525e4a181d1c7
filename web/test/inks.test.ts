import {
  createJob,
  filePicture,
  INK_SETS,
  inkOfPlate,
  inkSetDocument,
  inkShares,
  type Job,
  readJob,
  sheetPixels,
  splitPicture,
  withFill,
} from '@chromatype/core';
import * as edits from '../src/document/edits.ts';
import { inkMap, inkSums, mostInk } from '../src/engine/ink-map.ts';
import { measureSteps } from '../src/engine/measures.ts';
import { OVERVIEWS } from '../src/engine/overviews.ts';
import { pictureSample } from '../src/engine/picture-samples.ts';
import { reachStats } from '../src/engine/reach.ts';
import { reducePicture } from '../src/engine/reduce-picture.ts';
import { SheetEngine } from '../src/engine/sheet-engine.ts';
import { onlyPasses } from '../src/plates/plate-picture.ts';
import { readSetFile, setAsGpl, setAsJson } from '../src/swatches/set-files.ts';

const SIDE = 300;
const HASH = 'f'.repeat(64);
const buffer = new SharedArrayBuffer(SIDE * SIDE * 4);
const bytes = new Uint8Array(buffer);
for (let k = 0; k < SIDE * SIDE; k++) {
  const [x, y] = [k % SIDE, Math.floor(k / SIDE)];
  bytes.set([80 + (x * 150) / SIDE, 60 + (y * 120) / SIDE, 120, 255], 4 * k);
}

const engine = new SheetEngine();
engine.addPicture({ hash: HASH, width: SIDE, height: SIDE, channels: 4, buffer });

function split(set: string): Job {
  const base = createJob('x', 'a');
  const before: Job = {
    ...base,
    sheet: { ...base.sheet, width: 50, height: 50, ppi: 150 },
    pictures: [filePicture({ id: 'p', name: 'p', hash: HASH, width: SIDE, height: SIDE })],
    passes: base.passes.map((p) => withFill(p, { feed: { ...p.fills[0].feed, picture: 'p' } })),
  };
  let n = 0;
  return splitPicture(before, { set: INK_SETS.find((s) => s.name === set)!, from: 'a', newId: () => `n${n++}` }).job;
}

function shown(job: Job, how: { press?: boolean; film?: boolean } = {}): Uint8ClampedArray {
  const { width, height } = sheetPixels(job.sheet);
  const scale = 0.5;
  const view = { scale, originX: 0, originY: 0, width: Math.floor(width * scale), height: Math.floor(height * scale) };
  return engine.reduced({ job, view, first: 0, rows: view.height, step: 1, draft: false, ...how });
}

/** Largest difference of red and blue: none in film. */
const colourful = (rgba: Uint8ClampedArray): number => {
  let most = 0;
  for (let k = 0; k < rgba.length; k += 4) most = Math.max(most, Math.abs(rgba[k]! - rgba[k + 2]!));
  return most;
};

test('edits of separations, plates and what inks do leave a job that can be read', () => {
  const job = split('process');
  const id = job.separations[0]!.id;
  const ink = job.passes[1]!;
  const made = [
    edits.setSeparation(id, { black: 0.9, limit: 2.6 }),
    edits.setPlates({ margin: 20, mirror: true }),
    edits.setInk(ink.id, { opacity: 0.3, press: { ...ink.ink.press, shiftX: 1 } }),
  ].reduce((doc, change) => change(doc), job);
  expect(readJob(JSON.parse(JSON.stringify(made)))).toEqual(made);
  expect(made.separations[0]!.settings).toMatchObject({ black: 0.9, limit: 2.6, way: 'nearest' });
  expect(made.plates).toMatchObject({ margin: 20, mirror: true, register: true });
});

test('one plate alone leaves the separation as it is', () => {
  const job = split('process');
  const cyan = job.passes.find((p) => p.name === 'Cyan')!;
  const alone = onlyPasses(job, [cyan.id]);
  expect(alone.passes.filter((p) => p.on).map((p) => p.name)).toEqual(['Cyan']);
  // The plate is the same whether the others are in sight or not: in film, black on white.
  const film = shown(alone, { film: true });
  expect(colourful(film)).toBeLessThan(12);
  expect(colourful(shown(alone))).toBeGreaterThan(60);
});

test('the press moves an ink in sight and leaves the plan alone', () => {
  const job = split('harbour-two');
  const planned = shown(job);
  const moved: Job = {
    ...job,
    sheet: {
      ...job.sheet,
      stock: { ...job.sheet.stock, texture: 'paper' },
      ground: { ...job.sheet.ground, shown: false },
    },
    passes: job.passes.map((p, k) => (k === 1 ? { ...p, ink: { ...p.ink, press: { ...p.ink.press, shiftX: 2 } } } : p)),
  };
  expect(Buffer.compare(Buffer.from(shown(moved)), Buffer.from(planned))).toBe(0);
  const pressed = shown(moved, { press: true });
  const differs = pressed.filter((v, k) => Math.abs(v - planned[k]!) > 8).length / pressed.length;
  expect(differs).toBeGreaterThan(0.05);
});

test('total ink keeps the limit of its separation, and more than the limit is marked', () => {
  const job = split('process');
  const picture = reducePicture(engine.lookup(HASH)!, 200);
  const made = inkMap(engine, job, () => picture, 80, 3);
  expect(made.most).toBeLessThan(3.05);
  expect(made.most).toBeGreaterThan(0.8);
  expect(mostInk(engine, job, () => picture)).toBeGreaterThan(0.8);
  const marks = (limit: number) => {
    const { rgba } = inkMap(engine, job, () => picture, 80, limit).sample;
    let n = 0;
    for (let k = 0; k < rgba.length; k += 4) if (rgba[k] === 240 && rgba[k + 1] === 80) n++;
    return n;
  };
  expect(marks(3)).toBe(0);
  expect(marks(0.5)).toBeGreaterThan(1000);
});

test('the total ink that is told is what the plates hold', () => {
  const job = split('process');
  const picture = reducePicture(engine.lookup(HASH)!, 200);
  const { width, height } = sheetPixels(job.sheet);
  let held = 0;
  for (const pass of job.passes.filter((p) => p.on)) {
    const plate = engine.plateOver(job, pass, { x: 0, y: 0, width, height, step: 1 });
    held += inkOfPlate(plate, inkShares(pass)) / (width * height);
  }
  const { sums } = inkSums(engine, job, () => picture, 80);
  expect(Math.abs(sums.reduce((a, b) => a + b, 0) / sums.length - held)).toBeLessThan(0.02);
});

test('an ink is coverage: its tones are counted and measured as that', () => {
  const job = split('process');
  const picture = reducePicture(engine.lookup(HASH)!, 200);
  const { width, height } = sheetPixels(job.sheet);
  const pass = job.passes.find((p) => p.name === 'Magenta')!;
  const plate = engine.plateOver(job, pass, { x: 0, y: 0, width, height, step: 1 });
  const { counts } = pictureSample(engine, job, pass, picture, 80);
  const all = counts.reduce((a, b) => a + b, 0);
  const mean = counts.reduce((sum, n, k) => sum + (n * k) / 255, 0) / all;
  expect(Math.abs(mean - inkOfPlate(plate, inkShares(pass)) / (width * height))).toBeLessThan(0.01);
  // What is asked in the steps is the coverage itself, and the plate has it.
  for (const { picture: asked, wanted, printed } of measureSteps(engine, job, pass)) {
    expect(Math.abs(wanted - asked)).toBeLessThan(0.003);
    expect(Math.abs(printed - asked)).toBeLessThan(0.02);
  }
});

test('process reaches this picture; two inks do not', () => {
  const picture = reducePicture(engine.lookup(HASH)!, 200);
  const stats = (set: string) => {
    const job = split(set);
    return reachStats(engine, job, job.passes.at(-1)!, picture)!;
  };
  expect(stats('process').mean).toBeLessThan(1.5);
  expect(stats('harbour-two').mean).toBeGreaterThan(4);
  expect(stats('harbour-two').p95).toBeGreaterThan(stats('harbour-two').mean);
});

test('what two inks cannot reach is marked in stripes; process leaves nearly nothing', () => {
  const marked = (set: string): Set<number> => {
    const job = split(set);
    const { width, height } = sheetPixels(job.sheet);
    const view = { scale: 0.5, originX: 0, originY: 0, width: width >> 1, height: height >> 1 };
    const rgba = OVERVIEWS.reach(engine, job, job.passes.at(-1)!, view);
    const at = new Set<number>();
    for (let k = 0; 4 * k < rgba.length; k++) if (rgba[4 * k + 3]! > 0) at.add(rgba[4 * k + 1]! === 255 ? -k : k);
    return at;
  };
  const two = marked('harbour-two');
  expect(two.size).toBeGreaterThan(2000);
  const light = [...two].filter((k) => k < 0).length / two.size;
  expect(light).toBeGreaterThan(0.4);
  expect(light).toBeLessThan(0.6);
  expect(marked('process').size).toBeLessThan(two.size / 20);
});

describe('files of ink sets', () => {
  const file = (name: string, text: string | Blob) => new File([text], name);
  test.each(INK_SETS.map((s) => s.name))('%s goes out as JSON and comes back', async (name) => {
    const set = INK_SETS.find((s) => s.name === name)!;
    const back = await readSetFile(file('set.json', setAsJson(set)));
    expect(inkSetDocument(back)).toEqual(inkSetDocument(set));
  });
  test('.gpl and .csv are read by their endings', async () => {
    const set = INK_SETS.find((s) => s.name === 'harbour-two')!;
    expect((await readSetFile(file('x.gpl', setAsGpl(set)))).inks.map((i) => i.colour)).toEqual(
      set.inks.map((i) => i.colour),
    );
    const csv = await readSetFile(file('Quay inks.csv', 'name;L;a;b\nRust;45;40;38\n'));
    expect([csv.label, csv.inks[0]!.name, csv.inks[0]!.measured!.lab]).toEqual(['Quay inks', 'Rust', [45, 40, 38]]);
  });
  test.each([
    ['a.json', '{', 'not valid JSON'],
    ['a.json', '{"format":"other"}', 'chromatype-inks'],
    ['a.csv', '', 'empty'],
    ['a.gpl', 'x', '.gpl palette'],
  ])('%s with %j is refused in words', async (name, text, words) => {
    await expect(readSetFile(file(name, text))).rejects.toThrow(words);
  });
});
