import {
  type Clip,
  CLIP_PARAMS,
  lengthOfClip,
  MOTION_PARAMS,
  moves,
  normalsOf,
  type Bend,
  type ColouringSettings,
  createPass,
  editFill,
  type Fill,
  fillOf,
  withFill,
  type Feed,
  type ImpressionSettings,
  type Ink,
  type Job,
  type Made,
  MOST_PASSES,
  MOST_STRIP_SHEETS,
  madePicture,
  type Pass,
  type Picture,
  type PlateSettings,
  type PictureEdit,
  type Screen,
  type SeparationSettings,
  type StripSheet,
  type Sheet,
  sheetPixels,
  type ShareSettings,
  type Tone,
  filePicture,
  type WearSettings,
} from '@chromatype/core';
import type { StoredPicture } from '../api/pictures.ts';
import { withoutParts } from './without-stencils.ts';

/** Changes to a job as plain functions: the old document in, the new one out. */
export type Edit = (job: Job) => Job;

export const newId = (): string => crypto.randomUUID().slice(0, 8);

const passes =
  (change: (passes: readonly Pass[]) => readonly Pass[]): Edit =>
  (job) => ({ ...job, passes: change(job.passes) });

export const editPass = (id: string, change: (pass: Pass) => Pass): Edit =>
  passes((all) => all.map((p) => (p.id === id ? change(p) : p)));

export const setTitle =
  (title: string): Edit =>
  (job) => ({ ...job, title });
export const setSheet =
  (sheet: Partial<Sheet>): Edit =>
  (job) => ({ ...job, sheet: { ...job.sheet, ...sheet } });

/** Changes one fill, wherever it is. */
export const inFill =
  (id: string, change: (fill: Fill) => Partial<Fill>): Edit =>
  (job) =>
    editFill(job, id, (fill) => ({ ...fill, ...change(fill) }));

export const setFeed = (fill: string, feed: Partial<Feed>): Edit =>
  inFill(fill, (f) => ({ feed: { ...f.feed, ...feed } }));
export const setTone = (fill: string, tone: Partial<Tone>): Edit =>
  inFill(fill, (f) => ({ tone: { ...f.tone, ...tone } }));
export const setScreen = (fill: string, screen: Partial<Screen>): Edit =>
  inFill(fill, (f) => ({ screen: { ...f.screen, ...screen } }));
export const setWear = (fill: string, wear: Partial<WearSettings>): Edit =>
  inFill(fill, (f) => ({ wear: { ...f.wear, ...wear } }));
export const setBend = (fill: string, bend: readonly Bend[]): Edit => inFill(fill, () => ({ bend }));
export const setInk = (id: string, ink: Partial<Ink>): Edit =>
  editPass(id, (p) => ({ ...p, ink: { ...p.ink, ...ink } }));
/** Keeps the plate that a separation makes for the ink of a pass while that is exchanged for another, or no longer. */
export const keepPlate = (id: string, keeps: boolean): Edit =>
  editPass(id, (p) => ({ ...p, separatedFor: keeps ? (p.separatedFor ?? p.ink) : null }));
/** Colours a finished pass. */
export const setColouring = (id: string, part: Partial<ColouringSettings>): Edit =>
  editPass(id, (p) => ({ ...p, colouring: { ...p.colouring, ...part } }));
/** Moves the plate of a pass on the sheet. */
export const setImpression = (id: string, part: Partial<ImpressionSettings>): Edit =>
  editPass(id, (p) => ({ ...p, impression: { ...p.impression, ...part } }));
/** Changes how the print is taken out to be shown. */
export const setShare =
  (part: Partial<ShareSettings>): Edit =>
  (job) => ({ ...job, share: { ...job.share, ...part } });
/** Changes what all passes of a separation have in common. */
export const setSeparation =
  (id: string, part: Partial<SeparationSettings>): Edit =>
  (job) => ({
    ...job,
    separations: job.separations.map((s) => (s.id === id ? { ...s, settings: { ...s.settings, ...part } } : s)),
  });
/** Changes how plates are laid out for the press. */
export const setPlates =
  (part: Partial<PlateSettings>): Edit =>
  (job) => ({ ...job, plates: { ...job.plates, ...part } });
export const rename = (id: string, name: string): Edit => editPass(id, (p) => ({ ...p, name }));

const printing = (job: Job): number => job.passes.filter((p) => p.on).length;

/** Whether one more pass may print. */
export const roomForPass = (job: Job): boolean => printing(job) < MOST_PASSES;

export const setOn =
  (id: string, on: boolean): Edit =>
  (job) =>
    on && !roomForPass(job) ? job : editPass(id, (p) => ({ ...p, on }))(job);

/** Adds a pass at the end, reading the picture that the last one reads. */
export const addPass =
  (id: string): Edit =>
  (job) => {
    const last = job.passes.at(-1);
    const picture = (last && fillOf(last).feed.picture) ?? job.pictures.at(-1)?.id ?? null;
    return { ...job, passes: [...job.passes, { ...createPass(id, job.passes.length, picture), on: roomForPass(job) }] };
  };

/** A pass whose bends are pushed by no pass where one that is gone pushed them. */
function pushedByNo(pass: Pass, gone: string): Pass {
  const sound = (fill: Fill): Fill =>
    fill.bend.some(({ settings }) => settings.pass === gone)
      ? {
          ...fill,
          bend: fill.bend.map((own) =>
            own.settings.pass === gone ? { ...own, settings: { ...own.settings, pass: null } } : own,
          ),
        }
      : fill;
  const [first, ...others] = pass.fills.map(sound);
  return { ...pass, fills: [first!, ...others] };
}

export const removePass =
  (id: string): Edit =>
  (job) => {
    const left = job.passes.filter((p) => p.id !== id).map((p) => pushedByNo(p, id));
    return withoutParts(soundPrints({ ...job, passes: left }), ({ settings }) => settings.pass === id);
  };

export const duplicatePass =
  (id: string, copyId: string): Edit =>
  (job) => {
    const at = job.passes.findIndex((p) => p.id === id);
    const pass = job.passes[at]!;
    const [first, ...others] = pass.fills.map((fill, k) => ({ ...fill, id: `${copyId}-${k + 1}` }));
    const copy: Pass = {
      ...pass,
      fills: [first!, ...others],
      id: copyId,
      name: `${pass.name} copy`,
      on: pass.on && roomForPass(job),
    };
    return { ...job, passes: job.passes.toSpliced(at + 1, 0, copy) };
  };

/** A job in which no fill takes the print of its own pass, of one above it, or of one that is gone. */
function soundPrints(job: Job): Job {
  const sound = (pass: Pass, at: number): Pass => {
    const last = (id: string | null) => job.passes.findIndex((p) => p.id === id);
    const [first, ...others] = pass.fills.map((f) => {
      const { upTo } = f.feed;
      return upTo !== null && (last(upTo) < 0 || last(upTo) >= at) ? { ...f, feed: { ...f.feed, upTo: null } } : f;
    });
    return { ...pass, fills: [first!, ...others] };
  };
  return { ...job, passes: job.passes.map(sound) };
}

/** Moves a pass to the place of another in the print order. */
export const movePass =
  (id: string, overId: string): Edit =>
  (job) => {
    const from = job.passes.findIndex((p) => p.id === id);
    const to = job.passes.findIndex((p) => p.id === overId);
    if (from < 0 || to < 0 || from === to) return job;
    return soundPrints({ ...job, passes: job.passes.toSpliced(from, 1).toSpliced(to, 0, job.passes[from]!) });
  };

/** How a stored clip is played at first; null of a still. */
const clipOf = ({ clip }: StoredPicture): Clip | null =>
  clip ? { ends: clip.ends, settings: normalsOf(CLIP_PARAMS) } : null;

/** A job as long as a clip, at the rate of its frames, where it did not move before. */
function lastingAs(job: Job, clip: Clip): Job {
  if (moves({ ...job, pictures: job.pictures.filter((p) => p.clip !== clip) })) return job;
  const { seconds, rate } = MOTION_PARAMS;
  const whole = lengthOfClip(clip);
  const settings = {
    ...job.motion.settings,
    seconds: Math.min(seconds.max, Math.max(seconds.min, whole)),
    rate: Math.min(rate.max, Math.max(rate.min, Number((clip.ends.length / whole).toFixed(3)))),
  };
  return { ...job, motion: { ...job.motion, settings } };
}

/** The job with a stored picture in it, and the name it goes by there. */
export function withPicture(
  job: Job,
  id: string,
  stored: StoredPicture,
): { readonly job: Job; readonly picture: Picture } {
  const known = job.pictures.find((p) => p.hash === stored.hash);
  if (known) return { job, picture: known };
  const { hash, width, height } = stored;
  const clip = clipOf(stored);
  const picture = filePicture({ id, name: stored.name || 'Pasted picture', hash, width, height, clip });
  const larger = { ...job, pictures: [...job.pictures, picture] };
  return { job: clip ? lastingAs(larger, clip) : larger, picture };
}

/** Adds a picture; the chosen pass takes it, and so does every pass that has none. */
export const addPicture =
  (id: string, stored: StoredPicture, passId: string | null): Edit =>
  (before) => {
    const { job, picture } = withPicture(before, id, stored);
    return {
      ...job,
      passes: job.passes.map((p) => {
        const { feed } = fillOf(p);
        return p.id === passId || feed.picture === null ? withFill(p, { feed: { ...feed, picture: picture.id } }) : p;
      }),
    };
  };

/** Adds a picture as the stock of the sheet, in its own colours; what passes print stays. */
export const setStockPicture =
  (id: string, stored: StoredPicture): Edit =>
  (before) => {
    const { job, picture } = withPicture(before, id, stored);
    const ground = { ...job.sheet.ground, picture: picture.id, takes: 'colour' };
    return { ...job, sheet: { ...job.sheet, ground } };
  };

export const editPicture =
  (id: string, change: (picture: Picture) => Picture): Edit =>
  (job) => ({ ...job, pictures: job.pictures.map((p) => (p.id === id ? change(p) : p)) });

/** Changes what is done to a picture before any pass takes it. */
export const setPictureEdit = (id: string, part: Partial<PictureEdit>): Edit =>
  editPicture(id, (p) => ({ ...p, edit: { ...p.edit, ...part } }));

export const renamePicture = (id: string, name: string): Edit => editPicture(id, (p) => ({ ...p, name }));

/** Adds a picture that is made here; the fill takes it. */
export const addMade =
  (id: string, name: string, made: Made, fill: string): Edit =>
  (job) => {
    // As large as the sheet is in pixels, so that it covers it.
    const { width, height } = sheetPixels(job.sheet);
    const picture: Picture = madePicture({ id, name, made, width, height });
    return setFeed(fill, { picture: id })({ ...job, pictures: [...job.pictures, picture] });
  };

export const setMade = (id: string, part: Readonly<Record<string, unknown>>): Edit =>
  editPicture(id, (p) => (p.made ? { ...p, made: { ...p.made, settings: { ...p.made.settings, ...part } } } : p));

/** Puts another file in a picture's place; passes, crop and placing stay, a cut-out by colour goes. */
export const replacePicture = (id: string, stored: StoredPicture): Edit =>
  editPicture(id, ({ scan: _, ...p }) => ({
    ...p,
    name: stored.name || p.name,
    hash: stored.hash,
    made: null,
    clip: clipOf(stored),
    width: stored.width,
    height: stored.height,
    edit: p.hash === stored.hash ? p.edit : { ...p.edit, cutOut: null },
  }));

type Placing = Pick<Feed, 'fit' | 'x' | 'y' | 'width' | 'turn'>;

/** Places a fill's picture, and with it every other fill whose picture lies in just the same place. */
export const setPlacing =
  (id: string, part: Partial<Placing>): Edit =>
  (job) => {
    const fills = job.passes.flatMap((p) => p.fills);
    const own = fills.find((f) => f.id === id)?.feed;
    if (!own) return job;
    const together = ({ feed }: Fill) =>
      feed.picture === own.picture &&
      (['fit', 'x', 'y', 'width', 'turn'] as const).every((key) => feed[key] === own[key]);
    return fills.filter(together).reduce((doc, fill) => setFeed(fill.id, part)(doc), job);
  };

/** Changes a fill itself: its name, whether it prints, its stencil, how it meets others. */
export const setFill = (id: string, part: Partial<Pick<Fill, 'name' | 'on' | 'over' | 'stencil'>>): Edit =>
  inFill(id, () => part);

/** Adds a fill over the others of a pass. */
export const addFill = (pass: string, fill: Fill): Edit => editPass(pass, (p) => ({ ...p, fills: [...p.fills, fill] }));

/** Removes a fill; a pass keeps its last one. */
export const removeFill = (pass: string, id: string): Edit =>
  editPass(pass, (p) => {
    const [first, ...others] = p.fills.filter((f) => f.id !== id);
    return first ? { ...p, fills: [first, ...others] } : p;
  });

/** Moves a fill by so many places over or under the others of its pass. */
export const moveFill = (pass: string, id: string, by: number): Edit =>
  editPass(pass, (p) => {
    const from = p.fills.findIndex((f) => f.id === id);
    const to = Math.min(p.fills.length - 1, Math.max(0, from + by));
    const [first, ...others] = p.fills.toSpliced(from, 1).toSpliced(to, 0, p.fills[from]!);
    return { ...p, fills: [first!, ...others] };
  });

/** Adds a sheet of test strips to the job; of equal sheets only the newest stays. */
export const keepStrips =
  (sheet: StripSheet): Edit =>
  (job) => {
    const words = ({ id: _id, ...rest }: StripSheet) => JSON.stringify(rest);
    const others = job.strips.filter((s) => words(s) !== words(sheet));
    return { ...job, strips: [...others, sheet].slice(-MOST_STRIP_SHEETS) };
  };
