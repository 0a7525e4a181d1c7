import { BENT_PICTURE_PARAMS } from '../bend/picture-params.ts';
import { BEND_KINDS } from '../bend/index.ts';
import { COLOURING_PARAMS } from '../ink/colouring-params.ts';
import { INK_PARAMS } from '../ink/ink-params.ts';
import { PRESS_PARAMS } from '../ink/press-params.ts';
import { STOCK_PARAMS } from '../ink/stock-params.ts';
import { type Clip, CLIP_PARAMS } from '../picture/clip.ts';
import { CROP_PARAMS, CUT_OUT_PARAMS, EDIT_PARAMS } from '../picture/edit-params.ts';
import { FEED_PARAMS } from '../picture/feed-params.ts';
import { MADE_KINDS } from '../picture/made/index.ts';
import { MOTION_PARAMS } from '../motion/motion-params.ts';
import type { Picture } from '../picture/types.ts';
import { FAMILIES } from '../screen/families/index.ts';
import { FREQUENCY_RANGE, FREQUENCY_UNITS } from '../screen/frequency.ts';
import { SHARED_PARAMS } from '../screen/shared-params.ts';
import { SEPARATION_PARAMS } from '../separate/params.ts';
import type { Param } from '../settings/params.ts';
import { STONE_JOB_PARAMS } from '../stones/job-params.ts';
import { FINISH_KINDS } from '../stock/finishes/index.ts';
import { GROUND_PARAMS } from '../stock/ground-params.ts';
import { EDGE_PARAMS } from '../stencil/edge-params.ts';
import { PART_KINDS } from '../stencil/parts/index.ts';
import type { Stencil } from '../stencil/stencil.ts';
import { TONE_PARAMS } from '../tone/params.ts';
import { WEAR_PARAMS } from '../wear/wear-params.ts';
import { FILL_PARAMS } from './fill-params.ts';
import { fillOf, withFill } from './fills.ts';
import { IMPRESSION_PARAMS } from './impression-params.ts';
import { PLATE_PARAMS } from './plate-params.ts';
import { separationOf } from './separations.ts';
import {
  type Entry,
  entries,
  field,
  type Group,
  inside,
  type Part,
  type Place,
  part,
  type Station,
} from './setting-places.ts';
import { REPEAT_PARAMS } from './repeat-params.ts';
import { SHARE_PARAMS } from './share-params.ts';
import { SHEET_PARAMS } from './sheet-params.ts';
import type { Fill, Job, Pass, Separation } from './types.ts';

/** A setting of a pass: of its ink, or of its first fill. */
export type PassSetting = Entry<Pass>;

/** A setting of a job; those of a pass, its picture or its separation are the ones of the pass that is named. */
export interface Setting {
  readonly path: string;
  readonly station: Station;
  readonly param: Param;
  get(job: Job, pass: string): unknown;
  set(job: Job, pass: string, value: unknown): Job;
}

const FIRST_FILL: Part<Pass, Fill> = { get: fillOf, set: (pass, fill) => withFill(pass, fill) };
const inFill = (inner: Place<Fill>): Place<Pass> => inside(FIRST_FILL, inner);
const inScreen = (inner: Place<Fill['screen']>): Place<Pass> => inFill(inside(part<Fill, 'screen'>('screen'), inner));
const frequency = part<Fill['screen'], 'frequency'>('frequency');

const FREQUENCY: Param = {
  kind: 'number',
  label: 'Frequency',
  normal: 30,
  step: 1,
  unit: 'frequency',
  ...FREQUENCY_RANGE,
};

const FREQUENCY_UNIT: Param = {
  kind: 'choice',
  label: 'Frequency in',
  about: 'The unit in which the frequency is stated.',
  normal: 'lpi',
  options: FREQUENCY_UNITS.map((name) => ({ name, label: name, about: `The frequency is stated in ${name}.` })),
};

const FAMILY: Param = {
  kind: 'choice',
  label: 'Family',
  about: 'Which family of screens turns tone into marks.',
  normal: FAMILIES[0].name,
  options: FAMILIES.map(({ name, label, about }) => ({ name, label, about })),
};

/** The first bend of a kind. */
const bendPlace = (kind: string): Place<Pass> =>
  inFill({
    get: ({ bend }) => bend.find((b) => b.kind === kind)?.settings,
    set(fill, settings) {
      const at = fill.bend.findIndex((b) => b.kind === kind);
      return { ...fill, bend: fill.bend.map((b, k) => (k === at ? { ...b, settings } : b)) };
    },
  });

/** Every setting of a pass, station by station. */
export const PASS_SETTINGS: readonly PassSetting[] = [
  ...entries<Pass>('Picture', 'feed', FEED_PARAMS, inFill(field('feed'))),
  ...entries<Pass>(
    'Stencil',
    'fill',
    FILL_PARAMS,
    inFill({ get: (fill) => fill as unknown as Group, set: (fill, group) => ({ ...fill, ...group }) }),
  ),
  ...entries<Pass>('Tone', 'tone', TONE_PARAMS, inFill(field('tone'))),
  ...entries<Pass>('Screen', 'screen', { family: FAMILY }, inFill(field('screen'))),
  ...entries<Pass>(
    'Screen',
    'screen',
    { frequency: FREQUENCY },
    inScreen(
      inside(frequency, {
        get: ({ value }) => ({ frequency: value }),
        set: (old, { frequency: value }) => ({ ...old, value: value as number }),
      }),
    ),
  ),
  ...entries<Pass>('Screen', 'screen', { per: FREQUENCY_UNIT }, inScreen(field('frequency'))),
  ...entries<Pass>('Screen', 'screen', SHARED_PARAMS, inFill(field('screen'))),
  ...FAMILIES.flatMap(({ name, params }) => entries<Pass>('Screen', name, params, inScreen(field(name)))),
  ...BEND_KINDS.flatMap(({ name, params }) => entries<Pass>('Bend', `bend.${name}`, params, bendPlace(name))),
  ...entries<Pass>('Bend', 'bending', BENT_PICTURE_PARAMS, inFill(field('bending'))),
  ...entries<Pass>('Screen', 'wear', WEAR_PARAMS, inFill(field('wear'))),
  ...entries<Pass>('Ink', 'ink', INK_PARAMS, field('ink')),
  ...entries<Pass>('Ink', 'colouring', COLOURING_PARAMS, field('colouring')),
  ...entries<Pass>('Ink', 'impression', IMPRESSION_PARAMS, field('impression')),
  ...entries<Pass>('Ink', 'press', PRESS_PARAMS, inside(part<Pass, 'ink'>('ink'), field('press'))),
];

const inEdit = (inner: Place<Picture['edit']>): Place<Picture> => inside(part<Picture, 'edit'>('edit'), inner);

/** Every setting of a picture; of made ones, those of their kind. */
const PICTURE_SETTINGS: readonly Entry<Picture>[] = [
  ...entries<Picture>('Picture', 'crop', CROP_PARAMS, inEdit(field('crop'))),
  ...entries<Picture>('Picture', 'edit', EDIT_PARAMS, field('edit')),
  ...entries<Picture>(
    'Picture',
    'cut-out',
    CUT_OUT_PARAMS,
    inEdit({
      get: ({ cutOut }) => (cutOut ?? undefined) as Group | undefined,
      set: (edit, group) => ({ ...edit, cutOut: { ...edit.cutOut!, ...group } }),
    }),
  ),
  ...entries<Picture>('Motion', 'clip', CLIP_PARAMS, {
    get: ({ clip }) => clip?.settings,
    set: (p, settings) => ({ ...p, clip: { ...p.clip!, settings: settings as Clip['settings'] } }),
  }),
  ...MADE_KINDS.flatMap(({ name, params }) =>
    entries<Picture>('Picture', `made.${name}`, params, {
      get: ({ made }) => (made?.kind === name ? made.settings : undefined),
      set: (p, settings) => ({ ...p, made: { kind: name, settings } }),
    }),
  ),
];

const SEPARATION_SETTINGS: readonly Entry<Separation>[] = entries<Separation>(
  'Separation',
  'separation',
  SEPARATION_PARAMS,
  field('settings'),
);

/** The first part of a kind in a stencil. */
const partPlace = (kind: string): Place<Stencil> => ({
  get: ({ parts }) => parts.find((p) => p.kind === kind)?.settings,
  set(stencil, settings) {
    const at = stencil.parts.findIndex((p) => p.kind === kind);
    return { ...stencil, parts: stencil.parts.map((p, k) => (k === at ? { ...p, settings } : p)) };
  },
});

/** Every setting of the stencil of a fill: its edges, and those of its parts that are no drawing. */
const STENCIL_SETTINGS: readonly Entry<Stencil>[] = [
  ...entries<Stencil>('Stencil', 'stencil', EDGE_PARAMS, field('edges')),
  ...PART_KINDS.flatMap(({ name, params }) => entries<Stencil>('Stencil', `stencil.${name}`, params, partPlace(name))),
];

const JOB_SETTINGS: readonly Entry<Job>[] = [
  ...entries<Job>('Sheet', 'sheet', SHEET_PARAMS, field('sheet')),
  ...entries<Job>('Sheet', 'stock', STOCK_PARAMS, inside(part<Job, 'sheet'>('sheet'), field('stock'))),
  ...entries<Job>('Sheet', 'ground', GROUND_PARAMS, inside(part<Job, 'sheet'>('sheet'), field('ground'))),
  ...FINISH_KINDS.flatMap(({ name, params }) =>
    entries<Job>(
      'Sheet',
      `finish.${name}`,
      params,
      inside(part<Job, 'sheet'>('sheet'), inside(part<Job['sheet'], 'finish'>('finish'), field(name))),
    ),
  ),
  ...entries<Job>('Plates', 'plates', PLATE_PARAMS, field('plates')),
  ...entries<Job>('Output', 'layout', STONE_JOB_PARAMS, field('stones')),
  ...entries<Job>('Output', 'share', SHARE_PARAMS, field('share')),
  ...entries<Job>('Output', 'repeat', REPEAT_PARAMS, field('repeat')),
  ...entries<Job>('Motion', 'motion', MOTION_PARAMS, inside(part<Job, 'motion'>('motion'), field('settings'))),
];

/** Lifts settings of a part of a job to the job. */
const lifted = <On>(
  list: readonly Entry<On>[],
  find: (job: Job, pass: Pass) => On | undefined,
  put: (job: Job, pass: Pass, value: On) => Job,
): Setting[] =>
  list.map(({ path, station, param, get, set }) => ({
    path,
    station,
    param,
    get(job, id) {
      const pass = job.passes.find((p) => p.id === id);
      const on = pass && find(job, pass);
      return on && get(on);
    },
    set(job, id, value) {
      const pass = job.passes.find((p) => p.id === id);
      const on = pass && find(job, pass);
      return on ? put(job, pass, set(on, value)) : job;
    },
  }));

const replaced = <T extends { readonly id: string }>(list: readonly T[], item: T): readonly T[] =>
  list.map((old) => (old.id === item.id ? item : old));

/** Every number, choice and switch of a job: the one list that strips, the command line and the help go by. */
export const SETTINGS: readonly Setting[] = [
  ...JOB_SETTINGS.map(({ path, station, param, get, set }) => ({
    path,
    station,
    param,
    get: (job: Job) => get(job),
    set: (job: Job, _: string, value: unknown) => set(job, value),
  })),
  ...lifted(
    PICTURE_SETTINGS,
    (job, pass) => job.pictures.find((p) => p.id === fillOf(pass).feed.picture),
    (job, _, picture) => ({ ...job, pictures: replaced(job.pictures, picture) }),
  ),
  ...lifted(
    STENCIL_SETTINGS,
    (job, pass) => job.stencils.find((s) => s.id === fillOf(pass).stencil),
    (job, _, stencil) => ({ ...job, stencils: replaced(job.stencils, stencil) }),
  ),
  ...lifted(
    SEPARATION_SETTINGS,
    (job, pass) => separationOf(job, fillOf(pass)),
    (job, _, separation) => ({ ...job, separations: replaced(job.separations, separation) }),
  ),
  ...lifted(
    PASS_SETTINGS,
    (_, pass) => pass,
    (job, _, pass) => ({ ...job, passes: replaced(job.passes, pass) }),
  ),
];

/** A setting by its path; undefined if there is none. */
export const settingAt = (path: string): Setting | undefined => SETTINGS.find((s) => s.path === path);
