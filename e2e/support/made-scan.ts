import {
  compileScreen,
  createJob,
  INK_SETS,
  type InkedSheet,
  overprintColours,
  PLAIN_SCANNER,
  plainStock,
  printedInk,
  scanPrint,
  stockLight,
} from '@chromatype/core';
import sharp from 'sharp';

/** Inks of the made print, in print order, and how each is screened. */
export const MADE_PRINT = { inks: 3, lpi: 50, angles: [75, 15, 45], turn: 2.5, ppi: 600 } as const;

const SCALE = 4;

/** Tones of the inks at a place 0..1 of the print: broad shapes from bare stock to solid, each ink with its own. */
function tone(ink: number, x: number, y: number): number {
  const wave = (fx: number, fy: number, phase: number) => 0.5 + 0.5 * Math.sin(2 * Math.PI * (fx * x + fy * y) + phase);
  const own = [wave(1.1, 0.7, 0.3), wave(-0.8, 1.3, 2), wave(1.6, -0.5, 4)][ink]!;
  return Math.min(1, Math.max(0, 1.3 * own - 0.15));
}

/** A scan of a print in three inks as PNG: 600 ppi, a little turned, blurred, with noise, and once a JPEG. */
export async function madeScan(width = 1000, height = 700): Promise<Buffer> {
  const side = Math.ceil(SCALE * 1.08 * width);
  const ppi = SCALE * MADE_PRINT.ppi;
  const { inks } = INK_SETS.find(({ name }) => name === 'harbour-three')!;
  const stock = plainStock('Cream', '#f5ecd7');
  const { sheet, passes } = createJob('scan', 'p');
  const mm = (side / ppi) * 25.4;
  const codes = new Uint8Array(side * side);
  MADE_PRINT.angles.forEach((angle, k) => {
    const screen = { ...passes[0]!.fills[0].screen, angle, frequency: { value: MADE_PRINT.lpi, per: 'lpi' as const } };
    const { thresholds } = compileScreen({ ...sheet, width: mm, height: mm, bleed: 0, ppi }, screen);
    for (let y = 0; y < side; y++) {
      const row = thresholds!({ x: 0, y, width: side, height: 1, step: 1 });
      for (let x = 0; x < side; x++) if (65535 * tone(k, x / side, y / side) > row[x]!) codes[y * side + x]! |= 1 << k;
    }
  });
  const print: InkedSheet = {
    width: side,
    height: side,
    codes,
    lights: overprintColours(
      stockLight(stock),
      inks.map((ink) => printedInk(ink)),
    ),
  };
  const how = { ...PLAIN_SCANNER, scale: SCALE, turn: MADE_PRINT.turn, blur: 0.6, width, height };
  const raw = { width, height, channels: 3 } as const;
  const jpeg = await sharp(scanPrint(print, how), { raw }).jpeg({ quality: 80 }).toBuffer();
  return sharp(jpeg).png().toBuffer();
}
