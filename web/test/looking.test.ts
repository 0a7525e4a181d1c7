import {
  createJob,
  createPass,
  filePicture,
  isBitmap,
  type Job,
  newMade,
  madePicture,
  type Pass,
  beatRows,
  fillOf,
  type Screen,
  type Tone,
  withFill,
} from '@chromatype/core';
import { resolutionNote } from '../src/bench/chain/picture/resolution-note.ts';
import { colourRound } from '../src/engine/colour-round.ts';
import { lookAt } from '../src/engine/look.ts';
import { measureRepeats, measureSpectrum, measureSpot, measureSteps, SPECTRUM_BINS } from '../src/engine/measures.ts';
import { OVERVIEWS } from '../src/engine/overviews.ts';
import { SheetEngine } from '../src/engine/sheet-engine.ts';
import { stripSample } from '../src/engine/strips.ts';
import { axisOf, draftFrom, draftOf, stripOf, valueText } from '../src/strips/axes.ts';
import { stripSetting } from '@chromatype/core';

/** A job of one pass that prints an even tint. */
function tintJob(grey = '#808080', part: Partial<Screen> = {}): { job: Job; pass: Pass } {
  const base = createJob('x', 'a');
  const made = { ...newMade('tint'), settings: { colours: [grey] } };
  const first = base.passes[0]!;
  const { feed, screen } = fillOf(first);
  const pass = withFill(first, {
    feed: { ...feed, picture: 'm' },
    screen: { ...screen, frequency: { value: 40, per: 'lpi' }, angle: 30, ...part },
  });
  return {
    pass,
    job: {
      ...base,
      pictures: [madePicture({ id: 'm', name: 'm', made, width: 300, height: 200 })],
      passes: [pass],
    },
  };
}

const engine = new SheetEngine();

test('under the loupe: coverage, frequency and angle of the plate', () => {
  const { job, pass } = tintJob();
  const spot = measureSpot(engine, job, pass, 900, 700, 256);
  expect(spot.coverage).toBeCloseTo(1 - 0.2159, 2);
  expect(spot.lpi).toBeCloseTo(40, 0);
  expect(spot.angle! % 90).toBeCloseTo(30, 0);
  // Beyond the sheet the nearest square is measured.
  expect(measureSpot(engine, job, pass, -500, 99999, 256).coverage).toBeCloseTo(1 - 0.2159, 2);
});

test('21 steps: what the plate has is what was wanted, from bare to solid', () => {
  const { job, pass } = tintJob('#808080');
  const steps = measureSteps(engine, job, withFill(pass, { tone: { ...fillOf(pass).tone, middle: 1.4, gain: 0.1 } }));
  expect(steps.length).toBe(21);
  expect([steps[0]!.printed, steps[20]!.printed]).toEqual([0, 1]);
  for (const { wanted, printed } of steps) expect(Math.abs(wanted - printed)).toBeLessThan(0.02);
});

test('the spectrum of a plate peaks at its frequency', () => {
  const { job, pass } = tintJob();
  const power = measureSpectrum(engine, job, pass);
  const best = power.indexOf(Math.max(...power));
  expect(((best + 0.5) / SPECTRUM_BINS) * 150).toBeCloseTo(40, -1);
});

test('a picture without repeats has none', () => {
  const { job, pass } = tintJob();
  expect(measureRepeats(engine, job, pass)).toEqual([]);
});

describe('overviews', () => {
  const view = { scale: 0.1, originX: -20, originY: -20, width: 100, height: 80 };
  test('the picture in its own colours, and nothing beyond the sheet', () => {
    const { job, pass } = tintJob('#336699');
    const rgba = OVERVIEWS.picture(engine, job, pass, view);
    expect([...rgba.subarray(4 * (50 * 100 + 50), 4 * (50 * 100 + 50) + 4)]).toEqual([0x33, 0x66, 0x99, 255]);
    expect(rgba[3]).toBe(0);
  });
  test('clipping is marked where the ends cut', () => {
    const { job, pass } = tintJob('#404040');
    const at = (tone: Partial<Tone>) => {
      const changed = withFill(pass, { tone: { ...fillOf(pass).tone, ...tone } });
      const rgba = OVERVIEWS.clip(engine, { ...job, passes: [changed] }, changed, view);
      return [...rgba.subarray(4 * (50 * 100 + 50), 4 * (50 * 100 + 50) + 4)];
    };
    expect(at({})).toEqual([0, 0, 0, 0]);
    expect(at({ darks: 0.7 })[0]).toBe(240);
    expect(at({ lights: 0.8 })[2]).toBe(117);
  });
});

test('grey is true luminance, and what is transparent stays so', () => {
  const rgba = Uint8ClampedArray.of(255, 0, 0, 255, 0, 255, 0, 255, 0, 0, 0, 0, 255, 255, 255, 255);
  const asked = { width: 4, height: 1, perDegree: null, grey: true, surround: [143, 143, 141] as const };
  const seen = lookAt(rgba, asked);
  // 0.2126 and 0.7152 of the light, encoded (IEC 61966-2-1).
  expect([seen[0], seen[4], seen[11], seen[12]]).toEqual([127, 220, 0, 255]);
});

test('strips are the very pixels of the plate', () => {
  const { job, pass } = tintJob();
  const crop = { x: 400, y: 300, width: 120, height: 90 };
  const sample = stripSample(engine, job, crop, 1);
  const plate = engine.plateOver(job, pass, { ...crop, step: 1 });
  expect([sample.width, sample.height]).toEqual([120, 90]);
  if (!isBitmap(plate)) throw new Error('One bit was asked.');
  let different = 0;
  for (let y = 0; y < 90; y++) {
    for (let x = 0; x < 120; x++) {
      const ink = (plate.data[y * plate.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
      if (sample.rgba[4 * (y * 120 + x)]! < 100 !== (ink === 1)) different++;
    }
  }
  expect(different).toBe(0);
  const small = stripSample(engine, job, crop, 0.5);
  expect([small.width, small.height]).toEqual([60, 45]);
});

describe('axes of strips', () => {
  const { job, pass } = tintJob();
  test('a draft runs round the present value, and its sheet holds what it says', () => {
    const draft = draftOf(stripSetting('screen.frequency')!, pass);
    expect(draft.from).toBeLessThan(40);
    expect(draft.to).toBeGreaterThan(40);
    const axis = axisOf({ ...draft, from: 10, to: 90, count: 3, byRatio: true })!;
    expect(axis.values).toEqual([10, 30, 90]);
    expect(draftFrom(axis)).toMatchObject({ from: 10, to: 90, count: 3, byRatio: true });
    const down = axisOf(draftOf(stripSetting('dots.shape')!, pass))!;
    expect(down.values[0]).toBe(pass.fills[0].screen.dots.shape);
    const sheet = { id: 's', pass: 'a', across: axis, down, crop: { x: 0, y: 0, width: 9, height: 9 } };
    const strip = stripOf(job, sheet, 2, 1)!;
    expect(strip.pass.fills[0].screen.frequency.value).toBe(90);
    expect(strip.pass.fills[0].screen.dots.shape).toBe(down.values[1]);
    expect(valueText(stripSetting('screen.frequency')!, 90, pass)).toBe('90 lpi');
    expect(valueText(stripSetting('tone.lights')!, 0.05, pass)).toBe('5 %');
    expect(stripOf(job, { ...sheet, pass: 'gone' }, 0, 0)).toBeNull();
  });
});

test('ripples: a pair 4° apart is seen and cured, a pair 30° apart is fine', () => {
  const base = createJob('x', 'a');
  const at = (angle: number) => {
    const passes = [base.passes[0]!, createPass('b', 1, null)].map((p, k) =>
      withFill(p, { screen: { ...fillOf(p).screen, angle: k ? angle : 45 } }),
    );
    return beatRows({ ...base, passes }, () => [])[0]!;
  };
  expect(at(49)).toMatchObject({ verdict: 'bad' });
  expect(at(49).cure).not.toBeNull();
  expect(at(75)).toMatchObject({ verdict: 'fine', cure: null });
});

test('resolution is held against the frequency (1.5 to 2 ×, common practice)', () => {
  const base = createJob('x', 'a');
  const noteOf = (width: number) => {
    const fill = { ...base.passes[0]!.fills[0], feed: { ...base.passes[0]!.fills[0].feed, picture: 'p' } };
    const picture = filePicture({ id: 'p', name: 'p', hash: 'a'.repeat(64), width, height: Math.round(width * 0.7) });
    return resolutionNote({ ...base, pictures: [picture] }, fill)!;
  };
  expect(noteOf(300).short).toBe(true);
  expect(noteOf(300).text).toMatch(/at most 24 lpi/);
  expect(noteOf(600).short).toBe(false);
});

test('a picked colour is the mean of a few pixels', () => {
  const bytes = new Uint8Array(16 * 4).fill(255);
  for (let k = 0; k < 16; k++) bytes.set([10 * k, 100, 0, 255], 4 * k);
  const source = {
    width: 4,
    height: 4,
    channels: 4 as const,
    read: (y: number, n: number) => bytes.subarray(16 * y, 16 * (y + n)),
  };
  // Round pixel (1, 1): columns 0 to 2 of rows 0 to 2.
  expect(colourRound(source, 0.4, 0.4)).toBe('#326400');
});
