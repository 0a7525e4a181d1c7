import { CASES } from '../key-cases.ts';
import { pictures } from '../key-jobs.ts';
import { kernels } from '../plates.ts';
import {
  BAND_ROWS,
  type FinishedPlates,
  formOf,
  goesDownwards,
  type Job,
  keyOfPart,
  loadClipper,
  makePlatePart,
  type PlateForm,
  packRows,
  plateOfRows,
  plateParts,
  printBands,
  sheetPixels,
} from '../../src/index.ts';

await loadClipper();
const env = { kernels, pictures };

/** Parts of a plate as another machine would send them: bytes, and what they are made of. */
interface Sent {
  readonly key: string;
  readonly from: number;
  readonly to: number;
  readonly form: PlateForm;
  readonly bytes: Uint8Array;
}

function made(job: Job): Sent[] {
  return plateParts(job, job.passes, BAND_ROWS).map((part) => {
    const pieces: Uint8Array[] = [];
    let form: PlateForm | null = null;
    makePlatePart(env, job, part, (plate) => {
      form ??= formOf(plate);
      pieces.push(plate.data.slice());
    });
    const bytes = new Uint8Array(Buffer.concat(pieces));
    return { key: keyOfPart(env, job, part), from: part.from, to: part.to, form: form!, bytes };
  });
}

const finishedOf = (sent: readonly Sent[], asked: string[]): FinishedPlates => ({
  rows(key, y, rows) {
    const part = sent.find((s) => s.key === key && s.from <= y && y + rows <= s.to);
    if (!part) return null;
    asked.push(`${y}`);
    const { stride } = part.form;
    return plateOfRows(part.form, rows, part.bytes.slice((y - part.from) * stride, (y - part.from + rows) * stride));
  },
});

test.each(CASES)('%s, made in parts in any order and put together, is the plate made at once', (_, job) => {
  const { height } = sheetPixels(job.sheet);
  const sent = made(job).reverse();
  const asked: string[] = [];
  for (const pass of job.passes) {
    const whole = packRows(kernels, job, pass, pictures);
    const bands = [...printBands({ ...env, finished: finishedOf(sent, asked) }, job, [pass])];
    expect(bands.reduce((rows, band) => rows + band.rows, 0)).toBe(height);
    const together = Buffer.concat(bands.map((band) => Buffer.from(band.plates[0]!.data)));
    expect(Buffer.compare(together, Buffer.from(whole))).toBe(0);
  }
  // Every band came out of the parts, and none was made again.
  expect(asked.length).toBeGreaterThanOrEqual(job.passes.length * Math.ceil(height / BAND_ROWS));
});

test('parts cover the sheet once, in whole bands, and a plate that is made downwards is one of them', () => {
  for (const [, job] of CASES) {
    const { height } = sheetPixels(job.sheet);
    for (const pass of job.passes) {
      const parts = plateParts(job, [pass], BAND_ROWS);
      expect(parts[0]!.from).toBe(0);
      expect(parts.at(-1)!.to).toBe(height);
      parts.slice(1).forEach((part, k) => {
        expect(part.from).toBe(parts[k]!.to);
        expect(part.from % BAND_ROWS).toBe(0);
      });
      if (goesDownwards(job, pass)) expect(parts).toHaveLength(1);
    }
  }
});

test('plates of another key are not taken', () => {
  const [, job] = CASES[0]!;
  const other: FinishedPlates = {
    rows: (key) => {
      expect(key).toBe(keyOfPart(env, job, { pass: job.passes[0]!.id, from: 0, to: 64 }));
      return null;
    },
  };
  const [band] = [...printBands({ ...env, finished: other }, job, [job.passes[0]!])];
  expect(band!.plates).toHaveLength(1);
});
