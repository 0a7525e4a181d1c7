import { amount, choiceOf, flag, onlyFor, type Params, type SettingsOf, share, whole } from '../settings/params.ts';

/** The longest clip that is taken out, in seconds, and the most frames of one. */
export const MOST_SECONDS = 60;
export const MOST_FRAMES = 1800;

/** Rates that are offered, in frames a second; any other can be typed. */
export const RATES = [12, 24, 25, 30] as const;

const DRAWINGS = [
  { name: 'ones', label: 'On ones', about: 'Every frame is a drawing of its own.', frames: 1 },
  { name: 'twos', label: 'On twos', about: 'Every drawing stays for two frames.', frames: 2 },
  { name: 'threes', label: 'On threes', about: 'Every drawing stays for three frames.', frames: 3 },
  { name: 'fours', label: 'On fours', about: 'Every drawing stays for four frames.', frames: 4 },
] as const;

/** Frames for which a drawing stays. */
export const framesOfDrawing = (name: string): number => DRAWINGS.find((d) => d.name === name)?.frames ?? 1;

/** How a job moves, and how it is taken out as a clip. */
export const MOTION_PARAMS = {
  seconds: amount('Length', 'How long the clip lasts.', 2, 0.04, MOST_SECONDS, 0.1, 's'),
  rate: amount('Frames a second', 'How many frames are shown in a second.', 24, 1, 60, 1, 'fps'),
  drawings: choiceOf('Drawings', 'How many frames a drawing stays for.', DRAWINGS),
  loop: flag('Loop', 'The clip begins again at its end; the files say so too.', true),
  grid: choiceOf('Grid', 'What the screen is fixed to while a picture moves.', [
    { name: 'sheet', label: 'Locked to the sheet', about: 'Dots grow and shrink in place and do not crawl.' },
    {
      name: 'picture',
      label: 'Rides with the picture',
      about: 'Screens move, turn and grow as their picture is placed.',
    },
  ]),
  hold: flag(
    'Hold still parts',
    'Where the tone stays as it was, diffused dots stay too, so that still parts do not boil.',
    false,
  ),
  holdWithin: {
    ...share('Still within', 'Changes of tone smaller than this count as none.', 0.02, 0, 0.25),
    when: (s: Readonly<Record<string, unknown>>) => s.hold === true,
  },
  size: choiceOf('Frame size', 'How large the frames of the file are.', [
    { name: 'sheet', label: 'As the sheet', about: 'Every pixel of the print is a pixel of the frame.' },
    { name: 'width', label: 'By width', about: 'So many pixels across.' },
  ]),
  width: { ...whole('Frame width', 'Pixels across.', 1080, 16, 8192), ...onlyFor('size', 'width') },
  ground: choiceOf('Frames show', 'Whether the stock is in the frames.', [
    { name: 'stock', label: 'With stock', about: 'The print on its stock.' },
    { name: 'ink', label: 'Ink only', about: 'The stock is transparent, in files that can be.' },
  ]),
} as const satisfies Params;

export type MotionSettings = SettingsOf<typeof MOTION_PARAMS>;
