import { GRAIN_METHODS, isDiffusion } from './names.ts';
import { choiceOf, flag, type SettingsOf, share, whole } from '../../../settings/params.ts';

type Settings = Readonly<Record<string, unknown>>;

const diffuses = (s: Settings) => isDiffusion(s.method as string);

export const GRAIN_PARAMS = {
  method: choiceOf('Method', 'How tone is broken into grains.', GRAIN_METHODS, 'floyd-steinberg'),
  size: {
    kind: 'number',
    label: 'Grain size',
    about: 'Side of one grain; each is a block of whole pixels.',
    min: 0.01,
    max: 200,
    normal: 1,
    step: 1,
    unit: '',
    unitIn: 'sizeIn',
  },
  sizeIn: {
    kind: 'choice',
    label: 'Size in',
    about: 'What grain sizes are counted in.',
    normal: 'px',
    options: [
      { name: 'px', label: 'pixels', about: 'Pixels of the plate.' },
      { name: 'mm', label: 'mm', about: 'Millimetres on the sheet, to the nearest whole pixel.' },
    ],
  },
  serpentine: {
    ...flag('Left and right in turn', 'Rows run to and fro, which leaves fewer slanting trails.', true),
    when: diffuses,
  },
  noise: {
    ...share('Threshold noise', 'Shakes the comparison, which breaks up trails and worms.', 0),
    when: diffuses,
  },
  cut: {
    ...share('Cut at', 'Tones darker than this print, lighter ones do not.', 0.5, 0.01, 0.99),
    when: (s: Settings) => s.method === 'cut-off',
  },
  prints: {
    kind: 'choice',
    label: 'Prints',
    about: 'What the grains are printed in.',
    normal: 'ink',
    options: [
      { name: 'ink', label: 'One ink', about: 'Ink or no ink.' },
      { name: 'levels', label: 'Levels', about: 'Several even strengths of the ink.' },
      { name: 'palette', label: 'Palette', about: 'The picture’s colours in a few chosen ones.' },
    ],
  },
  levels: {
    ...whole('Levels', 'Strengths of the ink, bare stock among them.', 4, 2, 64),
    when: (s: Settings) => s.prints === 'levels',
  },
  palette: {
    kind: 'colours',
    label: 'Palette',
    about: 'The colours that print.',
    normal: ['#1e1b18', '#1d3f72', '#e5482d', '#f2b632', '#ffffff'],
    min: 2,
    max: 64,
    when: (s: Settings) => s.prints === 'palette',
  },
  space: {
    kind: 'choice',
    label: 'Nearest in',
    about: 'Where the nearest colour is looked for. Errors are passed on as light in any case.',
    normal: 'oklab',
    options: [
      { name: 'oklab', label: 'OKLab', about: 'As alike as they look.' },
      { name: 'light', label: 'Linear light', about: 'As alike as their light.' },
    ],
    when: (s: Settings) => s.prints === 'palette',
  },
} as const;

export type GrainSettings = SettingsOf<typeof GRAIN_PARAMS>;
