import {
  byteOfLight,
  ciede2000,
  fillOf,
  type Job,
  type LinearRgb,
  labOfLight,
  lightOfLab,
  reachOf,
  separated,
  withFill,
} from '../../src/index.ts';
import { isInRosette } from '../../src/document/separations.ts';
import { inRosette, screensInStep } from '../../src/separate/in-step.ts';
import { measureOverlaps, OVERLAP_STEPS } from '../../src/separate/overlaps.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';
import { printBlocks } from './printed-blocks.ts';

type Bytes = readonly [number, number, number];

const grey = (L: number): Bytes => lightOfLab([L, 0, 0]).map(byteOfLight) as unknown as Bytes;

/** CIEDE2000 from wish to plates, and L*a*b* of what the plates print, of blocks through process at 15/75/0/45°. */
function printed(colours: readonly Bytes[], lpi: number, side = 300) {
  const { job, lights } = printBlocks({
    set: 'process',
    colours,
    side,
    screen: { frequency: { value: lpi, per: 'lpi' } },
  });
  const reach = reachOf(kernels, separated(job, job.separations[0]!));
  return colours.map((colour, k) => {
    const [r, g, b] = colour.map((v) => v / 255) as [number, number, number];
    const { wish } = reach(r, g, b);
    const lab = labOfLight(lights[k] as LinearRgb);
    return { off: ciede2000(labOfLight(wish), lab), lab, wish: labOfLight(wish) };
  });
}

describe('colours off the plates of process, counted pixel by pixel (CIEDE2000: Sharma, Wu & Dalal 2005)', () => {
  test.each([35, 45, 60, 75, 85])('greys of L* 4 to 90 at %d lpi are within 1.5, their a* and b* within 1', (lpi) => {
    const greys = [4, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60, 75, 90].map(grey);
    for (const { off, lab, wish } of printed(greys, lpi)) {
      expect([wish[0], off < 1.5]).toEqual([wish[0], true]);
      expect(Math.abs(lab[1] - wish[1])).toBeLessThan(1);
      expect(Math.abs(lab[2] - wish[2])).toBeLessThan(1);
    }
  });
  test.each([45, 60, 85])('one grey across 4800 pixels is the same everywhere at %d lpi', (lpi) => {
    for (const L of [15, 20, 50]) {
      for (const { off, lab, wish } of printed(
        Array.from({ length: 16 }, () => grey(L)),
        lpi,
      )) {
        expect(off).toBeLessThan(1.5);
        expect(Math.abs(lab[1] - wish[1])).toBeLessThan(1);
        expect(Math.abs(lab[2] - wish[2])).toBeLessThan(1);
      }
    }
  });
  test('skins from light to dark brown are within 1.5', () => {
    const skins: Bytes[] = [
      [230, 190, 165],
      [200, 160, 130],
      [150, 105, 80],
      [120, 80, 60],
      [90, 60, 45],
      [70, 45, 30],
      [60, 30, 20],
    ];
    for (const { off } of printed(skins, 60)) expect(off).toBeLessThan(1.5);
  });
});

test.each([0.8, 1.5, 2.4, 3])('an ink limit of %d holds on the plates, as an average over cells', (limit) => {
  const colours: Bytes[] = [...[0, 10, 20, 30, 50].map(grey), [90, 60, 45], [20, 40, 120], [160, 20, 30], [10, 70, 30]];
  const { coverages } = printBlocks({ set: 'process', colours, side: 200, settings: { limit } });
  for (const c of coverages) expect(c.reduce((a, b) => a + b, 0)).toBeLessThan(limit + 0.01);
});

describe('rosettes', () => {
  const rows = (angle: number, lpi = 60) => ({ lpi, angle });
  test('are made by three screens of one frequency 30° apart, whatever quarter they are turned by', () => {
    expect(inRosette([rows(15), rows(75), rows(0), rows(45)])).toEqual([true, true, false, true]);
    expect(inRosette([rows(-75), rows(165), rows(45)])).toEqual([true, true, true]);
    expect(inRosette([rows(7.1), null, rows(37.1), rows(67.1)])).toEqual([true, false, true, true]);
  });
  test('are not made by two, by other angles or by other frequencies', () => {
    expect(inRosette([rows(15), rows(45)])).toEqual([false, false]);
    expect(inRosette([rows(15), rows(75), rows(48)])).toEqual([false, false, false]);
    expect(inRosette([rows(15), rows(75), rows(45, 64)])).toEqual([false, false, false]);
  });
  test('a pass keeps step only with others of its own separation, and only where nothing bends it', () => {
    const { job } = printBlocks({ set: 'process', colours: [[90, 90, 90]], side: 60 });
    const of = (asked: Job) => asked.passes.map((pass) => isInRosette(asked, pass, fillOf(pass)));
    const angles = job.passes.map((pass) => (pass.on ? fillOf(pass).screen.angle : null));
    expect(of(job)).toEqual(angles.map((angle) => angle === 15 || angle === 45 || angle === 75));
    const turned = job.passes.map((pass) =>
      pass.on && fillOf(pass).screen.angle === 45
        ? withFill(pass, { screen: { ...fillOf(pass).screen, angle: 44 } })
        : pass,
    );
    expect(of({ ...job, passes: turned })).toEqual(angles.map(() => false));
    const bent = job.passes.map((pass) =>
      fillOf(pass).screen.angle === 45 ? withFill(pass, { bend: [{ kind: 'any', on: true, settings: {} }] }) : pass,
    );
    expect(of({ ...job, passes: bent })).toEqual(angles.map(() => false));
    expect(of({ ...job, separations: [] })).toEqual(angles.map(() => false));
  });
});

describe('screens that keep step', () => {
  const at = (...angles: number[]) => screensInStep(angles.map((angle) => ({ lpi: 60, angle })));
  test('three of one frequency 30° apart do: two of them add up to the third (grating superposition)', () => {
    expect(at(15, 75, 45)).toEqual([0, 1, 2]);
    expect(at(15, 75, 0, 45)).toEqual([0, 1, 3]);
  });
  test('others do not, and two alike do', () => {
    expect(at(15, 75, 48)).toEqual([]);
    expect(screensInStep([{ lpi: 60, angle: 15 }, null, { lpi: 60, angle: 105 }])).toEqual([0, 2]);
    expect(
      screensInStep([
        { lpi: 60, angle: 15 },
        { lpi: 64, angle: 75 },
        { lpi: 60, angle: 45 },
      ]),
    ).toEqual([]);
  });
  test('overlaps of equal screens are the lesser coverage, of independent ones nothing (by definition)', () => {
    const next = random(3);
    const noise = () => Uint16Array.from({ length: 90_000 }, () => Math.floor(next() * 65535));
    const [a, b] = [noise(), noise()];
    const wide = OVERLAP_STEPS + 1;
    const same = measureOverlaps([0, 1], [a, a]).extra[3]!;
    const apart = measureOverlaps([0, 1], [a, b]).extra[3]!;
    for (let i = 0; i < wide; i++) {
      for (let j = 0; j < wide; j++) {
        const [p, q] = [i / OVERLAP_STEPS, j / OVERLAP_STEPS];
        expect(Math.abs(same[j * wide + i]! - (Math.min(p, q) - p * q))).toBeLessThan(0.006);
        expect(Math.abs(apart[j * wide + i]!)).toBeLessThan(0.006);
      }
    }
  });
});
