import { scannedPpi } from '../../src/index.ts';

test.each([
  [{ ppi: 600 }, 600],
  [{ ppi: 100 }, 100],
  // What programs write into files of which they know nothing.
  [{ ppi: 72 }, null],
  [{ ppi: 96 }, null],
  [{ ppi: null }, null],
  [{}, null],
])('of a file with %j the scan counts as of %s ppi', (file, ppi) => {
  expect(scannedPpi(file)).toBe(ppi);
});
