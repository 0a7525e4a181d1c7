import { amount, choiceOf, onlyFor, type Params, type SettingsOf } from '../settings/params.ts';

/** Whether any of two runs of colours is used. */
const anyRun = {
  when: ({ darks, lights }: Readonly<Record<string, unknown>>) => darks !== 'own' || lights !== 'clear',
};

/** Colours that a finished pass gets: of its darks, its lights, or both. One colour is flat, several run over the sheet. */
export const COLOURING_PARAMS = {
  darks: choiceOf('Darks', 'What colours the darks of the pass: its marks, or the dark parts of artwork.', [
    { name: 'own', label: 'Own', about: 'The ink, or the colours of the artwork.' },
    { name: 'tinted', label: 'Tinted', about: 'Colours of your own, flat or as a gradient over the sheet.' },
  ] as const),
  darkColours: {
    kind: 'stops',
    label: 'Colours of the darks',
    about: 'One colour is flat; several run over the sheet.',
    normal: [{ at: 0, colour: '#1e1b18' }],
    ...onlyFor('darks', 'tinted'),
  },
  lights: choiceOf(
    'Lights',
    'What colours the lights of the pass: the gaps between its marks, or the light parts of artwork.',
    [
      { name: 'clear', label: 'Clear', about: 'What lies beneath shows, or the colours of the artwork.' },
      { name: 'tinted', label: 'Tinted', about: 'Colours of your own, flat or as a gradient over the sheet.' },
    ] as const,
  ),
  lightColours: {
    kind: 'stops',
    label: 'Colours of the lights',
    about: 'One colour is flat; several run over the sheet.',
    normal: [{ at: 0, colour: '#f5ecd7' }],
    ...onlyFor('lights', 'tinted'),
  },
  run: {
    ...choiceOf('Run', 'How several colours run over the sheet.', [
      { name: 'linear', label: 'Straight', about: 'From one edge of the sheet to the other.' },
      { name: 'radial', label: 'Round', about: 'From the middle of the sheet to its corners.' },
    ] as const),
    ...anyRun,
  },
  angle: {
    ...amount('Angle of the run', 'Direction of a straight run, counter-clockwise.', 270, -360, 360, 1, '°'),
    when: (s: Readonly<Record<string, unknown>>) => anyRun.when(s) && s.run === 'linear',
  },
} as const satisfies Params;

export type ColouringSettings = SettingsOf<typeof COLOURING_PARAMS>;

/** Whether a pass has colours besides its ink. */
export const isColoured = ({ darks, lights }: Pick<ColouringSettings, 'darks' | 'lights'>): boolean =>
  darks === 'tinted' || lights === 'tinted';
