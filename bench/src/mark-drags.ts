import { filePicture, fillOf, type Job, withFill } from '@chromatype/core';
import type { Page } from '@playwright/test';
import { dialRim, drag, dragRows, type PreviewTools, type Stored } from './dragging.ts';
import { plainMarks } from './marks.ts';
import { HEIGHT, WIDTH } from './plate-job.ts';
import type { Row } from './statistics.ts';

const MARKS = 20_000;

/** Twenty thousand marks on 24 megapixels, by their frequency, of the lightness of a picture that the server has. */
function markedSheet({ hash, width, height }: Stored): Job {
  const job = plainMarks({ fit: 'frequency' });
  const [pass] = job.passes;
  const { feed, screen } = fillOf(pass!);
  const frequency = { value: Math.sqrt((WIDTH * HEIGHT) / MARKS), per: 'px' } as const;
  return {
    ...job,
    pictures: [filePicture({ id: 'a', name: 'a', hash, width, height })],
    passes: [withFill(pass!, { feed: { ...feed, part: 'lightness' }, screen: { ...screen, frequency } })],
  };
}

/** The tone of marks, and their angle, dragged on a sheet of 24 megapixels. */
export async function markDragRows(page: Page, stored: Stored, { newJob, open, again }: PreviewTools): Promise<Row[]> {
  const sheet = '24 MP, 20 000 marks';
  await open(`/jobs/${await newJob(markedSheet(stored))}?pass=p`);
  const tone = await again(async () => {
    const slider = (await page.getByRole('slider', { name: 'Highlights', exact: true }).boundingBox())!;
    const [x, y] = [slider.x + slider.width / 2, slider.y + slider.height / 2];
    return dragRows('tone slider', await drag(page, [x, y], (k) => [x + k, y]), sheet);
  });
  await page.waitForTimeout(2000);
  const rim = await dialRim(page);
  const turn = await again(async () =>
    dragRows('screen dial', await drag(page, rim(75), (k) => rim(75 + 2 * k)), sheet),
  );
  return [...tone, ...turn];
}
