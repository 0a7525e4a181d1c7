import { kernels } from './plates.ts';
import {
  DEFAULT_SHEET,
  type Area,
  createJob,
  type FeedPart,
  type Fill,
  fillOf,
  type LightRows,
  planLight,
  withFill,
  filePicture,
  type Job,
  memorySource,
  type Pass,
  type PictureSource,
  plainStock,
} from '../src/index.ts';

/** A change to a pass, station by station. */
export type PassChange = { readonly [K in 'feed' | 'tone' | 'screen']?: Partial<Fill[K]> } & {
  readonly ink?: Partial<Pass['ink']>;
};

/** A one-pass job on a white sheet of so many pixels at 300 ppi, reading picture `a`. */
export function pixelJob(
  width: number,
  height: number,
  picture: { width: number; height: number },
  change: PassChange = {},
): Job {
  const base = createJob('test', 'p');
  const pass = base.passes[0]!;
  const fill = fillOf(pass);
  return {
    ...base,
    sheet: {
      ...DEFAULT_SHEET,
      width: (width / 300) * 25.4,
      height: (height / 300) * 25.4,
      bleed: 0,
      ppi: 300,
      stock: plainStock('White', '#ffffff'),
    },
    pictures: [filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: picture.width, height: picture.height })],
    passes: [
      {
        ...withFill(pass, {
          feed: { ...fill.feed, picture: 'a', ...change.feed },
          tone: { ...fill.tone, ...change.tone },
          screen: { ...fill.screen, ...change.screen },
        }),
        ink: { ...pass.ink, ...change.ink },
      },
    ],
  };
}

/** A grey picture from a function of its pixels, 0..255. */
export function greyPicture(width: number, height: number, value: (x: number, y: number) => number): PictureSource {
  const bytes = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) bytes[y * width + x] = Math.round(value(x, y));
  return memorySource(width, height, 1, bytes);
}

/** Light of one part of the first pass's picture, read over any area. */
export function lightReader(job: Job, source: PictureSource | null, part?: FeedPart): (area: Area) => LightRows {
  const pass = job.passes[0]!;
  return planLight({ kernels, pictures: () => source }, job, { pass, fill: fillOf(pass) }, part).read;
}
