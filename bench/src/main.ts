import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import { bendRows } from './bends.ts';
import { withBusyCore } from './busy-core.ts';
import { grainRows } from './grain.ts';
import { machineRows } from './machines.ts';
import { madeRows } from './made.ts';
import { motionRows } from './motion.ts';
import { openingRows } from './opening.ts';
import { markRows } from './marks.ts';
import { HEIGHT, WIDTH } from './plate-job.ts';
import { plateRows } from './plate.ts';
import { previewRows } from './preview.ts';
import { separationRows } from './separation.ts';
import { sampleRows } from './samples.ts';
import { stencilRows } from './stencils.ts';
import { stoneDragRows } from './stone-drag.ts';
import { stoneRows } from './stones.ts';
import { toneRows } from './tone.ts';
import { printTable, repeated, type Row } from './statistics.ts';

const [picture, ...only] = process.argv.slice(2);
if (!picture) throw new Error('Give the demo picture to measure with, and the names of groups to measure only those.');
const folder = mkdtempSync(join(tmpdir(), 'chromatype-bench-'));
const demo = dirname(picture);

const rows = (): Promise<Buffer> =>
  sharp(picture).resize(WIDTH, HEIGHT, { fit: 'fill' }).toColourspace('b-w').raw().toBuffer();
const colours = (): Promise<Buffer> =>
  sharp(picture).resize(WIDTH, HEIGHT, { fit: 'fill' }).ensureAlpha().raw().toBuffer();

/** Groups of rows; those of the interface once more while another process keeps one core busy. */
const GROUPS: Readonly<Record<string, () => Promise<Row[]>>> = {
  plate: async () => {
    const grey = await rows();
    return repeated(() => plateRows(grey, folder));
  },
  grain: async () => {
    const grey = await rows();
    return repeated(() => grainRows(grey, folder));
  },
  tone: async () => {
    const grey = await rows();
    return repeated(() => toneRows(grey));
  },
  marks: async () => {
    const grey = await rows();
    return repeated(() => markRows(grey));
  },
  bends: async () => {
    const grey = await rows();
    return repeated(() => bendRows(grey));
  },
  made: () => repeated(madeRows),
  samples: () => repeated(sampleRows),
  stencils: async () => {
    const photo = await colours();
    return repeated(() => stencilRows(photo));
  },
  stones: async () => [...(await repeated(stoneRows)), ...(await repeated(stoneDragRows))],
  motion: motionRows,
  machines: () => machineRows(picture),
  separation: async () => separationRows(await colours(), picture, folder),
  opening: () => repeated(() => openingRows(demo)),
  preview: () => previewRows(picture, folder, repeated),
  busy: () =>
    withBusyCore(async () => [
      ...(await openingRows(demo)),
      ...(await previewRows(picture, folder, async (measure) => measure())),
    ]),
};

try {
  for (const [name, measure] of Object.entries(GROUPS)) {
    if (only.length > 0 && !only.includes(name)) continue;
    printTable(await measure());
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
