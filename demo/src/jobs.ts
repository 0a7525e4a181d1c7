import {
  DEFAULT_SHEET,
  DEFAULT_FEED,
  DEFAULT_SCREEN,
  DEFAULT_TONE,
  createFill,
  createJob,
  createPass,
  INK_SETS,
  splitPicture,
  plainInk,
  plainStock,
  type Feed,
  type Ink,
  type Job,
  type Pass,
  type Picture,
  type Screen,
  type Tone,
  type Fill,
} from '@chromatype/core';

import { bentJobs } from './pages/bent-jobs.ts';
import { comicJob } from './pages/comic-job.ts';
import { finishedPosterJob } from './pages/finished-jobs.ts';
import { marksJobs } from './pages/marks-jobs.ts';
import { mangaJob } from './pages/manga-job.ts';
import { motionJobs } from './pages/motion-jobs.ts';
import { portraitJob } from './pages/portrait-job.ts';
import { posterJob } from './pages/poster-job.ts';
import { stoneJobs } from './pages/stone-jobs.ts';

/** Stored pictures of the demo by their file names. */
export type Stored = Readonly<Record<string, Picture>>;

const BLUE = plainInk('Harbour blue', '#1d3f72');
const RED = plainInk('Kite red', '#e5482d');
const BLACK = plainInk('Black', '#1e1b18');
const TEAL = plainInk('Sea glass', '#2f8f83');

interface PassParts {
  readonly picture: Picture;
  readonly ink: Ink;
  readonly name?: string;
  readonly feed?: Partial<Feed>;
  readonly tone?: Partial<Tone>;
  readonly screen?: Partial<Omit<Screen, 'dots' | 'lines' | 'grain' | 'tile'>> & {
    readonly [F in 'dots' | 'lines' | 'grain' | 'tile']?: Partial<Screen[F]>;
  };
}

/** The normal screen with some settings changed, family by family. */
function screenOf(parts: NonNullable<PassParts['screen']>): Screen {
  const base = { ...DEFAULT_SCREEN, ...parts };
  return {
    ...base,
    dots: { ...DEFAULT_SCREEN.dots, ...parts.dots },
    lines: { ...DEFAULT_SCREEN.lines, ...parts.lines },
    grain: { ...DEFAULT_SCREEN.grain, ...parts.grain },
    tile: { ...DEFAULT_SCREEN.tile, ...parts.tile },
  };
}

function passes(...all: readonly PassParts[]): Pass[] {
  return all.map((p, k) => {
    const fill: Fill = {
      ...createFill(`pass-${k + 1}-1`, p.picture.id),
      feed: { ...DEFAULT_FEED, picture: p.picture.id, ...p.feed },
      tone: { ...DEFAULT_TONE, ...p.tone },
      screen: screenOf(p.screen ?? {}),
    };
    const pass = createPass(`pass-${k + 1}`, k, p.picture.id);
    return { ...pass, name: p.name ?? p.ink.name, fills: [fill], ink: p.ink };
  });
}

const lpi = (value: number) => ({ value, per: 'lpi' }) as const;

/** A job of one picture, split into a set of inks; the pass that was split is gone. */
function splitJob(title: string, sheet: Job['sheet'], set: string, from: PassParts, chosen = false): Job {
  const before: Job = { ...createJob(title, 'none'), sheet, pictures: [from.picture], passes: passes(from) };
  let next = 0;
  const { job } = splitPicture(before, {
    set: INK_SETS.find((s) => s.name === set)!,
    from: 'pass-1',
    newId: () => `split-${++next}`,
    chosen,
  });
  return { ...job, passes: job.passes.filter((p) => p.on) };
}

/** Some plates of a separation alone, each in another ink than it was made for. */
const exchanged = (job: Job, inks: Readonly<Record<string, Ink>>): Job => ({
  ...job,
  passes: job.passes.map((pass) => {
    const ink = inks[pass.name];
    return ink
      ? { ...pass, name: `${pass.name} plate in ${ink.name.toLowerCase()}`, separatedFor: pass.ink, ink }
      : { ...pass, on: false };
  }),
});

/** Inks of a job as a busy press lays them: the second a little off its place, all a little uneven. */
const worn = (job: Job): Job => ({
  ...job,
  passes: job.passes.map((p, k) => ({
    ...p,
    ink: {
      ...p.ink,
      press: {
        ...p.ink.press,
        shiftX: k === 0 ? 0.5 : 0,
        shiftY: k === 0 ? -0.3 : 0,
        mottle: 0.35,
        dry: 0.3,
        seed: k + 1,
      },
    },
  })),
});

/** The finished jobs of Kite Week. */
export function demoJobs(pictures: Stored): Job[] {
  const pick = (name: string): Picture => pictures[name]!;
  const base = createJob('', 'none');
  const [harbour, still, lettering, shirt, lines, tones] = [
    'harbour-dusk.jpg',
    'studio-still-life.png',
    'kite-week-lettering.png',
    'kite-shirt.png',
    'flyer-lines.png',
    'flyer-tones.png',
  ].map(pick) as [Picture, Picture, Picture, Picture, Picture, Picture];
  return [
    splitJob(
      'Kite Week poster',
      { ...DEFAULT_SHEET, width: 420, height: 280, bleed: 0, ppi: 300, stock: plainStock('Cream', '#f5ecd7') },
      'harbour-three',
      { picture: harbour, ink: BLACK, screen: { frequency: lpi(30), angle: 45, dots: { shape: 'Round' } } },
    ),
    {
      ...base,
      title: 'Quay zine cover',
      sheet: {
        ...DEFAULT_SHEET,
        width: 148,
        height: 210,
        bleed: 0,
        ppi: 600,
        stock: { ...plainStock('Newsprint', '#e4dfd3'), texture: 'newsprint' },
        finish: {
          ...DEFAULT_SHEET.finish,
          copier: { on: true, contrast: 0.5, streaks: 0.45, specks: 0.5, seed: 3 },
          folds: { ...DEFAULT_SHEET.finish.folds, on: true, across: 0, down: 1, amount: 0.35 },
        },
      },
      pictures: [still, lettering],
      passes: passes(
        {
          picture: still,
          ink: BLUE,
          name: 'Still life',
          feed: { fit: 'own', x: -35, y: 66, width: 205 },
          tone: { meaning: 'light', lights: 0.05, middle: 1.05 },
          screen: { frequency: lpi(45), angle: 22.5, family: 'lines' },
        },
        {
          picture: lettering,
          ink: RED,
          name: 'Lettering',
          feed: { part: 'alpha', fit: 'own', x: 8, y: 9, width: 132 },
          screen: { frequency: lpi(85), angle: 45 },
        },
      ),
    },
    {
      ...base,
      title: 'The flyer, page one',
      sheet: { ...DEFAULT_SHEET, width: 150, height: 180, bleed: 0, ppi: 300, stock: plainStock('White', '#ffffff') },
      pictures: [lines, tones],
      passes: passes(
        {
          picture: tones,
          ink: TEAL,
          name: 'Tones',
          tone: { meaning: 'even' },
          screen: { frequency: lpi(22), angle: 45, dots: { shape: 'SimpleDot' }, oneTone: true, smallest: 0.04 },
        },
        {
          picture: lines,
          ink: BLACK,
          name: 'Lines',
          feed: { part: 'alpha' },
          screen: { frequency: lpi(75), angle: 45 },
        },
      ),
    },
    splitJob(
      'Harbour postcard, process',
      { ...DEFAULT_SHEET, width: 210, height: 140, bleed: 3, ppi: 600, stock: plainStock('White', '#ffffff') },
      'process',
      { picture: harbour, ink: BLACK, screen: { frequency: lpi(75), angle: 45 } },
    ),
    worn(
      splitJob(
        'Harbour print, two inks',
        {
          ...DEFAULT_SHEET,
          width: 297,
          height: 198,
          bleed: 0,
          ppi: 300,
          stock: { ...plainStock('Cream', '#f5ecd7'), texture: 'paper' },
        },
        'harbour-two',
        { picture: harbour, ink: BLACK, screen: { frequency: lpi(35), angle: 45 } },
      ),
    ),
    splitJob(
      'Festival shirt, three inks and a base',
      { ...DEFAULT_SHEET, width: 280, height: 210, bleed: 0, ppi: 300, stock: plainStock('Night cloth', '#1b1f2a') },
      'night-shirt',
      {
        picture: shirt,
        ink: BLACK,
        feed: { fit: 'fit' },
        screen: { frequency: lpi(45), angle: 45 },
      },
    ),
    splitJob(
      'Harbour at night, light on black',
      { ...DEFAULT_SHEET, width: 240, height: 160, bleed: 0, ppi: 300, stock: plainStock('Black', '#000000') },
      'light',
      { picture: harbour, ink: BLACK, screen: { frequency: lpi(30), angle: 45 } },
    ),
    comicJob(pick('comic-lines.png')),
    mangaJob(pick('manga-lines.png')),
    posterJob(),
    portraitJob(pick('quay-portrait.png')),
    finishedPosterJob(harbour),
    exchanged(
      splitJob(
        'Harbour in exchanged inks',
        { ...DEFAULT_SHEET, width: 180, height: 120, bleed: 0, ppi: 300, stock: plainStock('Cream', '#f5ecd7') },
        'process',
        { picture: harbour, ink: BLACK, screen: { frequency: lpi(32), angle: 45 } },
      ),
      { Cyan: RED, Magenta: plainInk('Tide blue', '#2c6fa8') },
    ),
    ...marksJobs(harbour, lettering),
    ...bentJobs(harbour, still, lettering),
    ...stoneJobs(shirt),
    ...motionJobs(pick('kites-over-the-harbour.webp')),
  ];
}
