import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { grainRows } from './grain.ts';
import { HEIGHT, WIDTH } from './plate-job.ts';
import { plateRows } from './plate.ts';
import { previewRows } from './preview.ts';
import { separationRows } from './separation.ts';
import { sampleRows } from './samples.ts';
import { toneRows } from './tone.ts';
import { printTable } from './statistics.ts';

const [picture] = process.argv.slice(2);
if (!picture) throw new Error('Give the demo picture to measure with.');
const folder = mkdtempSync(join(tmpdir(), 'chromatype-bench-'));
try {
  const grey = await sharp(picture).resize(WIDTH, HEIGHT, { fit: 'fill' }).toColourspace('b-w').raw().toBuffer();
  const plates = plateRows(grey, folder);
  const grain = await grainRows(grey, folder);
  const rgba = await sharp(picture).resize(WIDTH, HEIGHT, { fit: 'fill' }).ensureAlpha().raw().toBuffer();
  const separation = await separationRows(rgba, picture, folder);
  printTable([
    ...plates,
    ...grain,
    ...toneRows(grey),
    ...sampleRows(),
    ...separation,
    ...(await previewRows(picture, folder)),
  ]);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
