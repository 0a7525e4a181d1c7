import type { CutOut } from '../picture/cut-out.ts';
import { NO_EDIT, type PictureEdit } from '../picture/edit.ts';
import { type Clip, CLIP_PARAMS, MOST_CLIP_FRAMES, MOST_CLIP_SECONDS, PIXELS_NAME } from '../picture/clip.ts';
import { type Made, MADE_NAMES, madeKind } from '../picture/made/index.ts';
import type { Picture } from '../picture/types.ts';
import { check, JobError } from './check.ts';
import { checkPath } from './check-path.ts';
import { readSettings } from './read-settings.ts';
import { MARK_DOES } from '../picture/subject/known-pixels.ts';
import { PAINT_DOES, readStrokes } from './read-strokes.ts';

const UNIT = { min: 0, max: 1 };

function readMade(value: unknown, field: string): Made {
  const m = check.object(value, field);
  check.only(m, field, ['kind', 'settings']);
  const kind = check.oneOf(m.kind, `${field}.kind`, MADE_NAMES);
  const settings = readSettings(m.settings, `${field}.settings`, madeKind(kind).params);
  checkPath(settings.path, `${field}.settings.path`);
  return { kind, settings };
}

function readCutOut(value: unknown, field: string): CutOut | null {
  if (value === null) return null;
  const c = check.object(value, field);
  check.only(c, field, ['picks', 'tolerance', 'softness', 'joined', 'strokes', 'marks', 'keepsEdges']);
  return {
    picks: check.list(c.picks, `${field}.picks`, 100).map((item, k) => {
      const pick = check.object(item, `${field}.picks[${k}]`);
      return {
        x: check.number(pick.x, `${field}.picks[${k}].x`, UNIT),
        y: check.number(pick.y, `${field}.picks[${k}].y`, UNIT),
        colour: check.colour(pick.colour, `${field}.picks[${k}].colour`),
      };
    }),
    tolerance: check.number(c.tolerance, `${field}.tolerance`, UNIT),
    softness: check.number(c.softness, `${field}.softness`, UNIT),
    joined: check.flag(c.joined, `${field}.joined`),
    strokes: readStrokes(c.strokes, `${field}.strokes`, PAINT_DOES),
    marks: readStrokes(c.marks ?? [], `${field}.marks`, MARK_DOES),
    // Cut-outs made before it was there painted everything under the brush.
    keepsEdges: c.keepsEdges === undefined ? false : check.flag(c.keepsEdges, `${field}.keepsEdges`),
  };
}

function readEdit(value: unknown, field: string): PictureEdit {
  const e = check.object(value, field);
  check.only(e, field, ['crop', 'turns', 'flip', 'cutOut']);
  const c = check.object(e.crop, `${field}.crop`);
  const side = (name: string) => check.number(c[name], `${field}.crop.${name}`, UNIT);
  const crop = { left: side('left'), top: side('top'), right: side('right'), bottom: side('bottom') };
  if (crop.left >= crop.right || crop.top >= crop.bottom)
    throw new JobError(`${field}.crop`, `"${field}.crop" leaves nothing of the picture.`);
  const turns = check.number(e.turns, `${field}.turns`, { min: 0, max: 3 });
  if (!Number.isInteger(turns)) throw new JobError(`${field}.turns`, `"${field}.turns" must be a whole number.`);
  return { crop, turns, flip: check.flag(e.flip, `${field}.flip`), cutOut: readCutOut(e.cutOut, `${field}.cutOut`) };
}

function readClip(value: unknown, field: string): Clip {
  const c = check.object(value, field);
  check.only(c, field, ['ends', 'settings']);
  const ends = check
    .list(c.ends, `${field}.ends`, MOST_CLIP_FRAMES)
    .map((end, k) => check.number(end, `${field}.ends[${k}]`, { min: 0, max: MOST_CLIP_SECONDS }));
  if (ends.length === 0 || ends.some((end, k) => end <= (ends[k - 1] ?? 0)))
    throw new JobError(`${field}.ends`, `"${field}.ends" must hold times that rise from frame to frame.`);
  return { ends, settings: readSettings(c.settings ?? {}, `${field}.settings`, CLIP_PARAMS) };
}

const HASH = /^[0-9a-f]{64}$/;

/** @throws JobError naming the first field of a picture that is wrong */
export function readPicture(value: unknown, field: string): Picture {
  const p = check.object(value, field);
  check.only(p, field, ['id', 'name', 'hash', 'made', 'scan', 'clip', 'width', 'height', 'edit']);
  const hash = p.hash == null ? null : check.text(p.hash, `${field}.hash`);
  if (hash !== null && !PIXELS_NAME.test(hash))
    throw new JobError(`${field}.hash`, `"${field}.hash" must be 64 hexadecimal digits.`);
  const made = p.made === null || p.made === undefined ? null : readMade(p.made, `${field}.made`);
  if ((hash === null) === (made === null)) {
    throw new JobError(`${field}.made`, `"${field}" must have either a hash or settings it is made from.`);
  }
  const scan = p.scan == null ? null : check.text(p.scan, `${field}.scan`);
  if (scan !== null && (!HASH.test(scan) || hash === null))
    throw new JobError(`${field}.scan`, `"${field}.scan" must be 64 hexadecimal digits, of a picture that has a hash.`);
  const side = { min: 1, max: 1e6 };
  return {
    ...(scan === null ? {} : { scan }),
    id: check.text(p.id, `${field}.id`, 64),
    name: check.text(p.name, `${field}.name`, 300),
    hash,
    made,
    clip: p.clip == null ? null : readClip(p.clip, `${field}.clip`),
    width: check.number(p.width, `${field}.width`, side),
    height: check.number(p.height, `${field}.height`, side),
    edit: p.edit === undefined ? NO_EDIT : readEdit(p.edit, `${field}.edit`),
  };
}
