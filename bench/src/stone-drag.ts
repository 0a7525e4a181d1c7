import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createJob, type Fill, fillOf, type Job, newPart, newStencil, type StoneSettings } from '@chromatype/core';
import { launchChromium } from './chromium.ts';
import { startServer } from './server.ts';
import type { Row } from './statistics.ts';

const PORT = 4397;
/** Layouts a second that are asked for, and the stones of each. */
const ASKED = 10;
const STONES = 3000;
/** How long the hand drags, in milliseconds, and how often it moves. */
const DRAGS = 3000;
const MOVES = 16;

const HEART = 'M75 130C20 85 5 60 10 38C16 8 60 2 75 36C90 2 134 8 140 38C145 60 130 85 75 130Z';

/** A jacket back: a heart in rows that follow its outline, one that is packed, and a run round each. */
function jacket(): Job {
  const base = createJob('bench', 'p');
  const pass = base.passes[0]!;
  const fill = fillOf(pass);
  const regions: readonly (readonly [number, number, Partial<StoneSettings>])[] = [
    [10, 1.35, { way: 'inward', sizes: ['SS10'], gap: 0.4 }],
    [215, 1.35, { way: 'packed', sizes: ['SS16', 'SS10', 'SS6'], gap: 0.4 }],
    [10, 1.35, { way: 'run', side: 'outside', sizes: ['SS6'], distance: 1, gap: 0.4 }],
  ];
  const path = (x: number, scale: number) =>
    newPart('heart', 'shape', {
      shape: 'own',
      path: HEART,
      x: x - scale / 2,
      y: 20 - scale / 2,
      width: scale,
      height: scale,
    });
  const fills = regions.map(
    ([, , own], k): Fill => ({
      ...fill,
      id: `f${k}`,
      stencil: `s${k}`,
      screen: { ...fill.screen, family: 'stones', stones: { ...fill.screen.stones, ...own } },
    }),
  );
  return {
    ...base,
    sheet: { ...base.sheet, width: 440, height: 300, ppi: 100 },
    stencils: regions.map(([x, scale], k) => newStencil(`s${k}`, `Heart ${k}`, [path(x, scale)])),
    passes: [{ ...pass, fills: [fills[0]!, ...fills.slice(1)] }],
  };
}

/** How often stones are laid anew and shown while a corner of the design is dragged. */
export async function stoneDragRows(): Promise<Row[]> {
  const data = mkdtempSync(join(tmpdir(), 'chromatype-stones-'));
  const server = await startServer(data, PORT);
  const browser = await launchChromium();
  try {
    const answer = await fetch(`${server.address}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ document: jacket() }),
    });
    const { id } = (await answer.json()) as { id: string };
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${server.address}/jobs/${id}/stones`);
    await page.waitForSelector('[data-testid=stones-view][data-stage=laid]');
    await page.waitForTimeout(1500);
    const stones = Number(await page.getByTestId('stone-sheet').getAttribute('data-stones'));
    const handle = (await page.getByLabel('Resize the design at its lower right corner').boundingBox())!;
    const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.evaluate(() => performance.clearMarks());
    const start = performance.now();
    for (let k = 0; performance.now() - start < DRAGS; k++) {
      // To and fro, so that the count stays about what it was.
      const by = 24 * Math.sin(k / 12);
      await page.mouse.move(x + by, y + by);
      await page.waitForTimeout(MOVES);
    }
    const seconds = (performance.now() - start) / 1000;
    const laid = await page.evaluate(() => performance.getEntriesByName('stones laid').length);
    await page.mouse.up();
    const value = laid / seconds;
    return [
      {
        work: `stones, the design resized by hand, 1280 × 800`,
        measured: `${value.toFixed(1)} layouts a second of ${stones}`,
        asked: `${ASKED} a second of ${STONES}`,
        holds: value >= ASKED && stones >= STONES,
        value,
        more: true,
      },
    ];
  } finally {
    await browser.close();
    server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}
