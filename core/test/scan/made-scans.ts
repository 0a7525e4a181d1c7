import sharp from 'sharp';
import {
  type Bitmap,
  bitAt,
  compileScreen,
  createJob,
  DEFAULT_SHEET,
  type Ink,
  type InkedSheet,
  knownOverprints,
  overprintColours,
  plainStock,
  printedInk,
  type Screen,
  type Sheet,
  type Stock,
  stockLight,
} from '../../src/index.ts';
import { unevenness } from '../../src/press/noise.ts';

/** One ink of a made scan and the plate that it prints. */
export interface MadePlate {
  readonly ink: Ink;
  readonly screen: Screen;
  /** Tone 0..1 of a place of the print; x and y in 0..1. */
  tone(x: number, y: number): number;
  /** The plate itself, where another program made it. */
  readonly plate?: Bitmap;
}

export interface MadePrint {
  readonly stock: Stock;
  readonly plates: readonly MadePlate[];
  /** Print pixels an inch. */
  readonly ppi: number;
  readonly side: number;
}

const NORMAL = createJob('t', 'p').passes[0]!.fills[0].screen;
export const screenOf = (change: Partial<Screen>): Screen => ({ ...NORMAL, ...change });

export const sheetOf = (side: number, ppi: number): Sheet => ({
  ...DEFAULT_SHEET,
  width: (side / ppi) * 25.4,
  height: (side / ppi) * 25.4,
  bleed: 0,
  ppi,
  stock: plainStock('White', '#ffffff'),
});

/** Tones as a picture has them: broad shapes, some hard edges, from bare stock to solid. */
export function pictureTones(seed: number): (x: number, y: number) => number {
  return (x, y) => {
    const broad = unevenness(3 * x, 3 * y, seed) * 0.6 + unevenness(7 * x, 7 * y, seed + 1) * 0.3;
    const fine = unevenness(23 * x, 23 * y, seed + 2) * 0.1;
    const patch = unevenness(4 * x, 4 * y, seed + 3) > 0.62 ? 0.35 : 0;
    return Math.min(1, Math.max(0, 1.7 * (broad + fine) - 0.45 + patch));
  };
}

/** Which inks stand on each pixel of a print. */
export function printed({ stock, plates, ppi, side }: MadePrint): InkedSheet {
  const codes = new Uint8Array(side * side);
  const sheet = sheetOf(side, ppi);
  plates.forEach(({ screen, tone, plate }, k) => {
    if (plate) {
      for (let y = 0; y < side; y++)
        for (let x = 0; x < side; x++) if (bitAt(plate, x, y)) codes[y * side + x]! |= 1 << k;
      return;
    }
    const { thresholds } = compileScreen(sheet, screen);
    const STEP = 8;
    for (let y = 0; y < side; y += STEP) {
      const rows = Math.min(STEP, side - y);
      // Inks of one mask would print grain on grain.
      const t = thresholds!({ x: 1024 * k, y: y + 616 * k, width: side, height: rows, step: 1 });
      for (let x0 = 0; x0 < side; x0 += STEP) {
        const level = 65535 * tone(x0 / side, y / side);
        for (let r = 0; r < rows; r++) {
          for (let x = x0; x < Math.min(side, x0 + STEP); x++) {
            if (level > t[r * side + x]!) codes[(y + r) * side + x]! |= 1 << k;
          }
        }
      }
    }
  });
  const inks = plates.map((p) => p.ink);
  const lights = overprintColours(
    stockLight(stock),
    inks.map((i) => printedInk(i)),
    knownOverprints(stock, inks),
  ).map((v) => Math.min(1, Math.max(0, v)));
  return { width: side, height: side, codes, lights };
}

/** Bytes after a round trip through JPEG at quality 80. */
export async function throughJpeg(rgb: Uint8Array, width: number, height: number): Promise<Uint8Array> {
  const file = await sharp(rgb, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 80 })
    .toBuffer();
  return new Uint8Array(await sharp(file).removeAlpha().raw().toBuffer());
}
