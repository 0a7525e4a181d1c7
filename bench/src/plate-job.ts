import { createJob, type Job, filePicture, fillOf, withFill, MM_PER_INCH } from '@chromatype/core';

/** The picture that plates are measured on: 24 megapixels. */
export const WIDTH = 6000;
export const HEIGHT = 4000;

/** A sheet of 300 ppi with that picture pixel on pixel: round dots, 60 lpi 45°, even steps. */
export function plateJob(): Job {
  const base = createJob('bench', 'p');
  const pass = base.passes[0]!;
  const fill = fillOf(pass);
  return {
    ...base,
    sheet: { ...base.sheet, width: (WIDTH / 300) * MM_PER_INCH, height: (HEIGHT / 300) * MM_PER_INCH, ppi: 300 },
    pictures: [filePicture({ id: 'a', name: 'a', hash: '0'.repeat(64), width: WIDTH, height: HEIGHT })],
    passes: [
      withFill(pass, {
        feed: { ...fill.feed, picture: 'a' },
        tone: { ...fill.tone, meaning: 'even' },
        screen: { ...fill.screen, frequency: { value: 60, per: 'lpi' }, angle: 45 },
      }),
    ],
  };
}
