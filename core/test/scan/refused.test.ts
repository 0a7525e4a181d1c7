import { findPrint, PLAIN_SCANNER, plainInk, plainStock, scanPrint, ScanError } from '../../src/index.ts';
import { pictureTones, printed, screenOf } from './made-scans.ts';

const SIDE = 400;
const CELL = 4;

/** A scan in which a cell of the screen is four pixels wide. */
function fineScan() {
  const scale = 4;
  const sheet = printed({
    stock: plainStock('White', '#f8f8f6'),
    plates: [
      {
        ink: plainInk('Black', '#1e1b18'),
        screen: screenOf({ angle: 45, frequency: { value: 300 / CELL, per: 'lpi' } }),
        tone: pictureTones(3),
      },
    ],
    ppi: 300 * scale,
    side: SIDE * scale,
  });
  const rgb = scanPrint(sheet, { ...PLAIN_SCANNER, scale, blur: 0.4, width: SIDE, height: SIDE });
  return { width: SIDE, height: SIDE, rgb };
}

test('a screen finer than the scan can hold is refused with the resolution that would do', () => {
  const scan = fineScan();
  expect(() => findPrint(scan, { ppi: 300 })).toThrow(ScanError);
  expect(() => findPrint(scan, { ppi: 300 })).toThrow(
    /^The screen of 75 lpi is finer than a scan of 300 ppi can hold\. Scan it at \d+ ppi or more\.$/,
  );
  expect(() => findPrint(scan)).toThrow(/^The screen is finer than this scan can hold: a cell is 4\.0 pixels wide/);
});
