import { amount, flag, normalsOf, type Params, type SettingsOf, share, whole } from '../settings/params.ts';
import { DEFAULT_STONES, type StoneTable } from './table/table.ts';

/** What holds for all stones of a job: how they are bought, checked and cut. */
export const STONE_JOB_PARAMS = {
  spare: share('Spare', 'How many more stones are bought than are laid.', 0.05, 0, 1),
  mostColours: whole('Colours at most', 'More colours of stones than this are a fault.', 8, 1, 64),
  bridge: amount(
    'Thinnest bridge',
    'What is left of the template between two holes, at least.',
    0.1,
    0,
    10,
    0.05,
    'mm',
  ),
  lonely: amount(
    'Lonely beyond',
    'A stone further than this from all others is a fault; 0 allows any.',
    25,
    0,
    1000,
    1,
    'mm',
  ),
  cutterWidth: amount(
    'Cutter width',
    'Width that the cutter takes; wider templates are split.',
    300,
    40,
    3000,
    10,
    'mm',
  ),
  registerHole: amount(
    'Register holes',
    'Diameter of the holes by which split sheets are laid in line.',
    3,
    0.5,
    20,
    0.5,
    'mm',
  ),
  margin: amount('Template margin', 'Free edge of a template around its holes.', 10, 5, 100, 1, 'mm'),
  mirrored: flag('Mirrored', 'Map and template are seen from behind, for stones that lie face down.', false),
} as const satisfies Params;

export type StoneJobSettings = SettingsOf<typeof STONE_JOB_PARAMS>;

/** The stones of a job: the table that they are taken from, and what holds for all of them. */
export interface JobStones extends StoneTable, StoneJobSettings {}

/** The stones of a job as it starts out. */
export const DEFAULT_JOB_STONES: JobStones = { ...DEFAULT_STONES, ...normalsOf(STONE_JOB_PARAMS) };
