import {
  createJob,
  createPass,
  DEFAULT_SHEET,
  type Fill,
  filePicture,
  fillOf,
  type Frequency,
  type Ink,
  type Job,
  type MarkSettings,
  newMade,
  type Pass,
  type Picture,
  plainStock,
  type Tone,
  withFill,
} from '@chromatype/core';

interface MarksParts {
  readonly picture: Picture;
  readonly ink: Ink;
  readonly marks: Partial<MarkSettings>;
  readonly frequency?: Frequency;
  readonly angle?: number;
  readonly feed?: Partial<Fill['feed']>;
  readonly tone?: Partial<Tone>;
}

/** A pitch of so many mm. */
export const mm = (value: number): Frequency => ({ per: 'mm', value });

/** A picture that is made from settings. */
export function made(id: string, kind: string, width: number, height: number, settings: object): Picture {
  const own = newMade(kind);
  return {
    ...filePicture({ id, name: id, hash: '0'.repeat(64), width, height }),
    hash: null,
    made: { ...own, settings: { ...own.settings, ...settings } },
  };
}

/** A pass of marks. Those in colours of their own are laid as artwork. */
export function marksPass(
  id: string,
  name: string,
  { picture, ink, marks, frequency = mm(4), angle = 0, feed, tone }: MarksParts,
): Pass {
  const pass = createPass(id, 0, picture.id);
  const fill = fillOf(pass);
  const coloured = marks.colour !== undefined && marks.colour !== 'ink';
  return {
    ...withFill(pass, {
      feed: { ...fill.feed, ...(coloured ? { part: 'colour' } : {}), ...feed },
      tone: { ...fill.tone, meaning: 'even', ...tone },
      screen: { ...fill.screen, family: 'marks', frequency, angle, marks: { ...fill.screen.marks, ...marks } },
    }),
    name,
    ink: coloured ? { ...ink, meets: 'normal' } : ink,
  };
}

/** A job on flat stock. */
export const job = (
  title: string,
  width: number,
  height: number,
  stock: string,
  pictures: Picture[],
  passes: Pass[],
  ppi = 300,
): Job => ({
  ...createJob(title, 'none'),
  sheet: { ...DEFAULT_SHEET, width, height, bleed: 0, ppi, stock: plainStock('Stock', stock) },
  pictures,
  passes,
});
