import type { Bitmap } from '@chromatype/core';
import { words } from '../src/plates/words.ts';
import { jobOf, ours } from './plate-jobs.ts';

describe('marks', () => {
  const at = (b: Bitmap, x: number, y: number) => (b.data[y * b.stride + (x >> 3)]! >> (7 - (x & 7))) & 1;
  const job = jobOf('process');
  const plates = ours(job);
  const px = (mm: number) => (mm * 300) / 25.4;
  const margin = Math.ceil(px(12) / 8) * 8;

  test('register crosses stand at the same pixels on every plate, crop marks on the trimmed edge', () => {
    const [w, h] = [plates[0]!.width, plates[0]!.height];
    for (const plate of plates) {
      for (const [x, y] of [
        [w / 2, margin / 2],
        [w / 2, h - margin / 2],
        [margin / 2, h / 2],
        [w - margin / 2, h / 2],
      ]) {
        expect(at(plate, Math.round(x!) - 1, Math.round(y!) - 1)).toBe(1);
      }
      // Just outside the bleed, in line with the trimmed left edge.
      const left = Math.round(margin + px(2));
      expect(at(plate, left - 1, Math.round(margin - px(4)))).toBe(1);
      expect(at(plate, left - 12, Math.round(margin - px(4)))).toBe(0);
    }
  });
  test('the step wedge measures what its steps say', () => {
    const y = Math.round(margin + px(37) + (margin - px(4)) / 2);
    const slot = 0;
    const width = Math.floor(Math.min((((plates[0]!.width - 2 * margin) / 2 - px(3.4 * 1.5)) / 2) * 0.96, px(55)));
    const shares = Array.from({ length: 11 }, (_, step) => {
      let ink = 0;
      const [x0, x1] = [
        margin + Math.ceil((step * width) / 11) + 1,
        margin + Math.floor(((step + 1) * width) / 11) - 1,
      ];
      for (let r = 3; r < px(4) - 3; r++) for (let x = x0; x < x1; x++) ink += at(plates[slot]!, x, y + r);
      return ink / ((x1 - x0) * (Math.ceil(px(4) - 3) - 3));
    });
    expect(shares[0]).toBe(0);
    expect(shares[10]).toBe(1);
    shares.forEach((share, k) => {
      expect(Math.abs(share - k / 10)).toBeLessThan(0.17);
    });
    for (let k = 2; k <= 10; k += 2) expect(shares[k]!).toBeGreaterThan(shares[k - 2]!);
  });
  test('names differ from plate to plate, and without marks the margin is bare', () => {
    const row = (plate: Bitmap) => Buffer.from(plate.data.subarray(0, margin * plate.stride)).toString('base64');
    expect(new Set(plates.map(row)).size).toBe(4);
    const none = ours(jobOf('process', { register: false, crop: false, names: false, wedge: false }));
    expect(none[0]!.data.subarray(0, margin * none[0]!.stride).every((b) => b === 0)).toBe(true);
  });
  test('mirrored and negative film is the plate turned over and inverted', () => {
    const film = ours(jobOf('process', { mirror: true, negative: true }), true)[1]!;
    const plain = plates[1]!;
    let wrong = 0;
    for (let y = 0; y < plain.height; y += 3) {
      for (let x = 0; x < plain.width; x++) if (at(film, plain.width - 1 - x, y) === at(plain, x, y)) wrong++;
    }
    expect(wrong).toBe(0);
  });
});

test('any name can stand beside a plate', () => {
  // Outlines in small units once came out as numbers with exponents, which no path may have.
  for (const text of ['New job · 2 Harbour blue · 30 lpi 75°', 'Überlauf – ½ µ', '日本', '', 'i'.repeat(200)]) {
    const { path } = words(text);
    expect(path).not.toMatch(/e|NaN/);
  }
  const job = { ...jobOf('harbour-two'), title: 'New job' };
  expect(ours(job)[1]!.data.some((b) => b !== 0)).toBe(true);
});
