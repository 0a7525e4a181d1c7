import { LINE_KINDS } from './names.ts';
import { choiceOf, type NumberParam, type SettingsOf, share, whole } from '../../../settings/params.ts';

type Settings = Readonly<Record<string, unknown>>;

const cells = (label: string, about: string, normal: number, min: number, max: number): NumberParam => ({
  kind: 'number',
  label,
  about,
  min,
  max,
  normal,
  step: 0.05,
  unit: 'cells',
});

const bent = (s: Settings) => s.kind === 'wave' || s.kind === 'zigzag';
const hatch = (s: Settings) => s.kind === 'cross-hatch';
const enters = (k: number, normal: number) => ({
  ...share(
    `${k === 2 ? '2nd' : `${k}${k === 3 ? 'rd' : 'th'}`} from`,
    'The tone at which these lines enter.',
    normal,
    0.02,
    0.95,
  ),
  when: (s: Settings) => hatch(s) && (s.directions as number) >= k,
});

export const LINE_PARAMS = {
  kind: choiceOf('Lines', 'How the lines run.', LINE_KINDS, 'straight'),
  wavelength: {
    ...cells('Wavelength', 'Length of one wave, counted in line spacings.', 6, 1, 60),
    when: bent,
  },
  swing: { ...cells('Swing', 'How far a wave leaves its course, counted in line spacings.', 1, 0, 10), when: bent },
  arms: {
    ...whole('Arms', 'How many spirals wind around each other.', 1, 1, 36),
    when: (s: Settings) => s.kind === 'spiral',
  },
  directions: { ...whole('Directions', 'How many ways the hatching runs.', 3, 2, 4), when: hatch },
  second: enters(2, 0.25),
  third: enters(3, 0.5),
  fourth: enters(4, 0.7),
  breaks: share('Breaks', 'How much of each line is gaps, until the tone closes them.', 0, 0, 0.8),
  breakEvery: {
    ...cells('Break every', 'Mean distance from gap to gap, counted in line spacings.', 6, 1, 60),
    when: (s: Settings) => (s.breaks as number) > 0,
  },
  wobble: cells('Wobble', 'How far the hand strays, counted in line spacings.', 0, 0, 2),
  wobbleEvery: {
    ...cells('Wobble every', 'How long one stray of the hand is, counted in line spacings.', 5, 1, 60),
    when: (s: Settings) => (s.wobble as number) > 0,
  },
} as const;

export type LineSettings = SettingsOf<typeof LINE_PARAMS>;
