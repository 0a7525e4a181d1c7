import { execFileSync } from 'node:child_process';
import { bitAt, type Bitmap, planPass, memorySource } from '../../src/index.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { powerOf, ringMeans } from '../radial.ts';
import { screenOf } from '../screens.ts';

const SIDE = 512;

/** Hills, an edge and a slope: every tone occurs, and nothing repeats. */
const GREY = Uint8Array.from({ length: SIDE * SIDE }, (_, k) => {
  const [x, y] = [k % SIDE, Math.floor(k / SIDE)];
  const hills = 127 + 90 * Math.sin(x / 61) * Math.cos(y / 47);
  return Math.max(0, Math.min(255, Math.round(x > 300 && y > 260 ? (x + y) / 4 : hills)));
});

/** The same picture as an imaging library dithers it: its convert('1') is Floyd–Steinberg. Ink is 1. */
function theirs(): Uint8Array {
  const script = `
import sys
from PIL import Image
im = Image.frombytes('L', (${SIDE}, ${SIDE}), sys.stdin.buffer.read())
sys.stdout.buffer.write(im.convert('1', dither=Image.Dither.FLOYDSTEINBERG).convert('L').tobytes())`;
  const out = execFileSync('/usr/bin/python3', ['-c', script], { input: GREY, maxBuffer: 1e8 });
  return Uint8Array.from(out, (v) => (v === 0 ? 1 : 0));
}

function ours(serpentine: boolean): Uint8Array {
  const source = memorySource(SIDE, SIDE, 1, GREY);
  const screen = screenOf('grain', { method: 'floyd-steinberg', serpentine });
  const job = pixelJob(SIDE, SIDE, source, { tone: { meaning: 'even' }, screen });
  const chain = planPass({ kernels, pictures: () => source }, job, job.passes[0]!);
  const plate = chain.plate.read({ x: 0, y: 0, width: SIDE, height: SIDE, step: 1 }) as Bitmap;
  chain.release();
  return Uint8Array.from({ length: SIDE * SIDE }, (_, k) => bitAt(plate, k % SIDE, Math.floor(k / SIDE)));
}

test.each([false, true])("a general imaging library's Floyd–Steinberg agrees, serpentine %s", (serpentine) => {
  const [a, b] = [ours(serpentine), theirs()];
  let [sum, most, count] = [0, 0, 0];
  for (let top = 0; top < SIDE; top += 16) {
    for (let left = 0; left < SIDE; left += 16) {
      let difference = 0;
      for (let k = 0; k < 256; k++) {
        const at = (top + (k >> 4)) * SIDE + left + (k & 15);
        difference += a[at]! - b[at]!;
      }
      sum += Math.abs(difference) / 256;
      most = Math.max(most, Math.abs(difference) / 256);
      count++;
    }
  }
  expect(sum / count).toBeLessThanOrEqual(0.01);
  expect(most).toBeLessThanOrEqual(0.04);
  // The same spectrum: power in 16 rings, from coarse to fine, within a third. They go left to right only.
  if (serpentine) return;
  const [p, q] = [a, b].map((plate) => ringMeans(powerOf(plate, SIDE), SIDE, 16));
  const ratios = Array.from(p!, (v, k) => v / q![k]!);
  expect(Math.min(...ratios)).toBeGreaterThan(0.67);
  expect(Math.max(...ratios)).toBeLessThan(1.5);
});
