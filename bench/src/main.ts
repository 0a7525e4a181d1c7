import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { plateRows } from './plate.ts';
import { previewRows } from './preview.ts';
import { printTable } from './statistics.ts';

const [picture] = process.argv.slice(2);
if (!picture) throw new Error('Give the demo picture to measure with.');
const folder = mkdtempSync(join(tmpdir(), 'chromatype-bench-'));
try {
  printTable([...(await plateRows(picture, folder)), ...(await previewRows(picture, folder))]);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
