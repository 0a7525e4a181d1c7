import fc from 'fast-check';
import { FOLD } from '../../src/scan/fold.ts';
import { takeWavesOut } from '../../src/unscreen/old-waves.ts';
import { type PhaseField, phasePieces, phasesOf, PIECE } from '../../src/unscreen/phase-field.ts';
import { bellTaps, lineTaps, through } from '../../src/unscreen/taps.ts';
import { kernels } from '../plates.ts';
import { random } from '../random.ts';

const floats = (count: number, seed: number, most = 1) => {
  const next = random(seed);
  return Float32Array.from({ length: count }, () => most * next());
};

/** A block of kernel memory that holds some floats. */
function block(values: ArrayLike<number>) {
  const made = kernels.alloc(4 * values.length + 64);
  kernels.f32(made).set(values);
  return made;
}

const close = (a: ArrayLike<number>, b: ArrayLike<number>, by = 1e-5) =>
  Array.from(a).every((v, k) => Math.abs(v - b[k]!) < by);

test('taps: sums by the kernel are those of plain arithmetic, and bare where taps reach too far', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 8, max: 60 }),
      fc.integer({ min: 8, max: 40 }),
      fc.integer(),
      fc.double({ min: -3, max: 3, noNaN: true }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      (stride, rows, seed, x, y) => {
        const data = floats(stride * rows, seed);
        const lists = [lineTaps(x, y), lineTaps(y, 1)];
        let plain = data;
        for (const taps of lists) {
          const from = plain;
          const reach = taps.reduce((far, t) => Math.max(far, Math.abs(t.dx), Math.abs(t.dy)), 0);
          plain = new Float32Array(data.length);
          for (let k = reach * stride + reach; k < rows * stride - reach * stride - reach; k++) {
            for (const { dx, dy, weight } of taps) plain[k]! += weight * from[k + dy * stride + dx]!;
          }
        }
        return close(through(kernels, { stride, rows, data }, lists), plain);
      },
    ),
    { numRuns: 60 },
  );
});

test('overprints by their areas: the kernel adds up all combinations', () => {
  for (const inks of [1, 2, 3, 4, 6]) {
    const count = 20;
    const tones = Array.from({ length: inks }, (_, k) => floats(count, k + 1));
    const lights = floats(3 * (1 << inks), 99);
    const [asked, table, out] = [
      block(tones.flatMap((t) => [...t])),
      block(lights),
      block(new Float32Array(3 * count)),
    ];
    kernels.run.overlapLights(asked.ptr, inks, table.ptr, count, out.ptr);
    const plain = [0, 1, 2].flatMap((c) =>
      Array.from({ length: count }, (_, p) => {
        let sum = 0;
        for (let code = 0; code < 1 << inks; code++) {
          let share = 1;
          for (let k = 0; k < inks; k++) share *= (code >> k) & 1 ? tones[k]![p]! : 1 - tones[k]![p]!;
          sum += share * lights[3 * code + c]!;
        }
        return sum;
      }),
    );
    expect(close(kernels.f32(out).subarray(0, 3 * count), plain)).toBe(true);
    for (const made of [asked, table, out]) kernels.release(made);
  }
});

test('what a screen prints: the kernel lies between the steps of tone and the places of the cell', () => {
  const steps = 5;
  const cells = floats(steps * FOLD * FOLD, 7);
  const count = 300;
  const [tones, p, q] = [floats(count, 8, 1.1), floats(count, 9, 40), floats(count, 10, 40)];
  const blocks = [block(tones), block(p), block(q), block(cells), block(new Float32Array(count))];
  const [a, b, c, d, e] = blocks.map(({ ptr }) => ptr) as [number, number, number, number, number];
  kernels.run.printTones(a, b, c, d, steps, count, e);
  const at = (t: number, i: number, j: number) => cells[(t * FOLD + ((j + FOLD) % FOLD)) * FOLD + ((i + FOLD) % FOLD)]!;
  const plain = Array.from(tones, (v, k) => {
    const tone = Math.min(0.9999, Math.max(0, v)) * (steps - 1);
    const t = Math.floor(tone);
    const [u, w] = [(p[k]! % 1) * FOLD - 0.5, (q[k]! % 1) * FOLD - 0.5];
    const [i, j] = [Math.floor(u), Math.floor(w)];
    const of = (step: number) => {
      const across = (row: number) => at(step, i, row) + (u - i) * (at(step, i + 1, row) - at(step, i, row));
      return across(j) + (w - j) * (across(j + 1) - across(j));
    };
    return of(t) + (tone - t) * (of(t + 1) - of(t));
  });
  expect(close(kernels.f32(blocks[4]!).subarray(0, count), plain, 2e-3)).toBe(true);
  for (const made of blocks) kernels.release(made);
});

/** The phase of a wave that runs ahead here and there. */
function fieldOf(at: readonly [number, number], seed: number): PhaseField {
  const [across, down, step] = [8, 8, 32];
  return { wave: { at, phase: 0.3 } as never, step, across, down, ahead: floats(across * down, seed, 0.2) };
}

test('the phase of a wave in pieces is the phase pixel by pixel', () => {
  const field = fieldOf([0.11, -0.07], 4);
  const count = 200;
  const pieces = kernels.alloc(8 * PIECE * 16);
  const [cosines, sines] = [block(new Float32Array(count)), block(new Float32Array(count))];
  const phases = new Float32Array(count);
  for (const y of [0, 17, 90]) {
    const length = phasePieces(field, y, count, kernels.f64(pieces));
    kernels.run.waveTrig(pieces.ptr, length, cosines.ptr, sines.ptr);
    phasesOf(field, 0, y, count, phases);
    const turns = Array.from(phases, (v) => 2 * Math.PI * v);
    expect(close(kernels.f32(cosines).subarray(0, count), turns.map(Math.cos), 1e-4)).toBe(true);
    expect(close(kernels.f32(sines).subarray(0, count), turns.map(Math.sin), 1e-4)).toBe(true);
  }
  for (const made of [pieces, cosines, sines]) kernels.release(made);
});

test('a wave is taken out and the picture under it stays', () => {
  const [width, rows] = [240, 200];
  const field = fieldOf([0.1, 0.03], 5);
  const phases = new Float32Array(width);
  const picture = Float32Array.from({ length: width * rows }, (_, k) => {
    const [x, y] = [k % width, Math.floor(k / width)];
    return 0.5 + 0.3 * Math.sin(x / 60) * Math.cos(y / 45);
  });
  const printed = Float32Array.from(picture);
  for (let y = 0; y < rows; y++) {
    phasesOf(field, 0, y, width, phases);
    for (let x = 0; x < width; x++) printed[y * width + x]! += 0.1 * Math.cos(2 * Math.PI * phases[x]! + 1);
  }
  takeWavesOut(kernels, { width, y: 0, planes: [printed] }, [field], 1 / Math.hypot(0.1, 0.03));
  const off = (values: Float32Array) => {
    let sum = 0;
    for (let y = 20; y < rows - 20; y++)
      for (let x = 20; x < width - 20; x++) sum += (values[y * width + x]! - picture[y * width + x]!) ** 2;
    return Math.sqrt(sum / ((width - 40) * (rows - 40)));
  };
  // It was 0.1 / √2.
  expect(off(printed)).toBeLessThan(0.004);
  const clean = Float32Array.from(picture);
  takeWavesOut(kernels, { width, y: 0, planes: [clean] }, [field], 1 / Math.hypot(0.1, 0.03));
  expect(off(clean)).toBeLessThan(0.002);
});

test('rows that are asked for by themselves lose the same waves', () => {
  const [width, rows] = [160, 320];
  const field = fieldOf([0.1, 0.03], 6);
  const values = floats(width * rows, 11);
  const whole = Float32Array.from(values);
  takeWavesOut(kernels, { width, y: 0, planes: [whole] }, [field], 9.6);
  const part = values.slice(60 * width, 260 * width);
  takeWavesOut(kernels, { width, y: 60, planes: [part] }, [field], 9.6);
  for (let y = 60; y < 140; y++) {
    const [a, b] = [part.subarray(y * width, (y + 1) * width), whole.subarray((y + 60) * width, (y + 61) * width)];
    expect(close(a, b, 1e-4)).toBe(true);
  }
});

test('bells are even and weigh 1 in all', () => {
  const taps = bellTaps(2.3, 'y');
  expect(taps.reduce((sum, t) => sum + t.weight, 0)).toBeCloseTo(1, 9);
  expect(taps.map((t) => t.dy)).toEqual(taps.map((_, k) => k - (taps.length - 1) / 2));
});
