import {
  type Job,
  type Key,
  LINEAR,
  type MotionSettings,
  type Pass,
  type Picture,
  plainInk,
  type Track,
} from '@chromatype/core';
import { lettered } from './lettering-path.ts';
import { job, made, marksPass } from './made-jobs.ts';

/** Pixels per inch of clips, which are shown on screens. */
const PPI = 300;
const mmOf = (pixels: number): number => (pixels / PPI) * 25.4;

const key = (at: number, value: Key['value'], ease: Key['ease'] = 'linear'): Key => ({ ...LINEAR, ease, at, value });
const track = (id: string, setting: string, pass: string, keys: readonly Key[]): Track => ({
  id,
  setting,
  pass,
  fill: null,
  on: true,
  keys,
});

/** A job of so many pixels that moves. */
function moving(of: Job, settings: Partial<MotionSettings>, tracks: readonly Track[] = []): Job {
  return {
    ...of,
    sheet: { ...of.sheet, bleed: 0, ppi: PPI },
    motion: { settings: { ...of.motion.settings, ...settings }, tracks },
  };
}

const seconds = ({ clip }: Picture): number => clip?.ends.at(-1) ?? 2;

/** The clip as three lamps on black, 42 × 24 dots each. */
function inLight(kites: Picture): Job {
  const lamps = [
    ['red', '#ff0000', 'r'],
    ['green', '#00ff00', 'g'],
    ['blue', '#0000ff', 'b'],
  ] as const;
  const passes: Pass[] = lamps.map(([id, colour, part]) =>
    marksPass(id, `${id.slice(0, 1).toUpperCase()}${id.slice(1)} light`, {
      picture: kites,
      ink: { ...plainInk(`${id} lamp`, colour), meets: 'light' },
      feed: { part },
      tone: { invert: true, middle: 2.2, saturation: 1.25 },
      marks: { shape: 'circle', fit: 'counts', across: 42, down: 24, sizing: 'area', from: 0, to: 1 },
    }),
  );
  return moving(job('Kites in light, a clip', mmOf(1080), mmOf(617), '#000000', [kites], passes), {
    seconds: seconds(kites),
    rate: 25,
    drawings: 'twos',
  });
}

/** Letters on 24 × 17 cells that breathe with clouds, which come round. */
function inClouds(): Job {
  const clouds = made('clouds', 'noise', 2400, 1700, { scale: 0.42, detail: 2, contrast: 2.2, seed: 12, period: 3 });
  const text = 'KITE WEEK ';
  const letters = [...new Set(text.replace(' ', ''))];
  const marks = {
    shape: 'letters',
    text,
    font: 'Bricolage Grotesque ExtraBold',
    glyphs: letters.map((letter) => `${letter}\t${lettered('wide', [letter], 1)}`).join('\n'),
    fit: 'counts',
    across: 24,
    down: 17,
    sizing: 'width',
    from: 0.2,
    to: 1.1,
  };
  const ink = plainInk('Night blue', '#14233f');
  return moving(
    job(
      'Letters in clouds, a loop',
      mmOf(1080),
      mmOf(765),
      '#f2b632',
      [clouds],
      [marksPass('letters', 'Letters', { picture: clouds, ink, marks })],
    ),
    { seconds: 4, rate: 24 },
    [track('drift', 'made.noise.evolve', 'letters', [key(0, 0), key(4, 3)])],
  );
}

/** Squares on 49 × 49 cells that turn into stars and back over the clip. */
function intoStars(kites: Picture): Job {
  const whole = seconds(kites);
  const marks = {
    shape: 'polygon',
    sides: 4,
    into: 'star',
    intoSides: 5,
    intoInner: 0.42,
    turnsBy: 'amount',
    fit: 'counts',
    across: 49,
    down: 49,
    sizing: 'area',
  };
  const ink = plainInk('Kite red', '#e5482d');
  return moving(
    job(
      'Kites in stars, a clip',
      mmOf(1080),
      mmOf(1080),
      '#f5ecd7',
      [kites],
      [marksPass('shapes', 'Shapes', { picture: kites, ink, marks, tone: { contrast: 0.2 } })],
    ),
    { seconds: whole, rate: 25, drawings: 'twos' },
    [
      track('turning', 'marks.turned', 'shapes', [key(0, 0, 'ease'), key(whole / 2, 1, 'ease'), key(whole, 0)]),
      track('angle', 'marks.turn', 'shapes', [key(0, 0), key(whole, 360)]),
    ],
  );
}

/** Three jobs of Kite Week that move. */
export const motionJobs = (kites: Picture): Job[] => [inLight(kites), inClouds(), intoStars(kites)];
