import { type Job, newBend, withFill } from '@chromatype/core';
import type { Page } from '@playwright/test';
import { drag, dragRows, type PreviewTools } from './dragging.ts';
import type { Row } from './statistics.ts';

/** Milliseconds to the settled picture while a bend is dragged. */
const SETTLED = 400;

/** A job whose last pass is bent. */
function bent(job: Job, kind: string): Job {
  const last = job.passes.length - 1;
  const { width, height } = job.sheet;
  const pass = withFill(job.passes[last]!, { bend: [newBend(kind, { width, height })] });
  return { ...job, passes: [...job.passes.slice(0, last), pass] };
}

/** A handle of a bend, dragged on a sheet of 24 megapixels with four passes. */
export async function bendDragRows(page: Page, fourPasses: Job, { newJob, open, again }: PreviewTools): Promise<Row[]> {
  const all: Row[] = [];
  for (const [kind, id] of [
    ['swirl', 'centre'],
    ['mesh', '5'],
  ] as const) {
    await open(`/jobs/${await newJob(bent(fourPasses, kind))}?pass=p3`);
    await page.getByRole('button', { name: 'More of Bend' }).click();
    await page.waitForTimeout(1500);
    const rows = await again(async () => {
      const handle = (await page.getByTestId(`bend-handle-${id}`).boundingBox())!;
      const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
      return dragRows(`handle of a ${kind}`, await drag(page, [x, y], (k) => [x + k, y + 2 * k]), undefined, SETTLED);
    });
    all.push(...rows);
  }
  return all;
}
