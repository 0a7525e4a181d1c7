import { DOT_SHAPES } from '../screen/dots/index.ts';
import { pitchOf } from '../screen/frequency.ts';
import { LATTICES } from '../screen/lattices.ts';
import { LARGEST_PITCH, SMALLEST_PITCH } from '../screen/supercell.ts';
import { JobError, check } from './check.ts';
import { sheetPixels } from './defaults.ts';
import { LIMITS, MOST_PASSES, MOST_SHEET_PIXELS } from './limits.ts';
import { migrate } from './migrate.ts';
import type { Feed, FrequencyUnit, Ink, Job, Pass, Picture, Screen, Sheet, Tone } from './types.ts';

const UNITS: readonly FrequencyUnit[] = ['lpi', 'lpcm', 'mm', 'px', 'across'];

function readSheet(value: unknown): Sheet {
  const s = check.object(value, 'sheet');
  check.only(s, 'sheet', ['width', 'height', 'ppi', 'stock']);
  const stock = check.object(s.stock, 'sheet.stock');
  const sheet: Sheet = {
    width: check.number(s.width, 'sheet.width', LIMITS.sheetSide),
    height: check.number(s.height, 'sheet.height', LIMITS.sheetSide),
    ppi: check.number(s.ppi, 'sheet.ppi', LIMITS.ppi),
    stock: {
      name: check.text(stock.name, 'sheet.stock.name'),
      colour: check.colour(stock.colour, 'sheet.stock.colour'),
    },
  };
  const size = sheetPixels(sheet);
  if (size.width * size.height > MOST_SHEET_PIXELS) {
    throw new JobError(
      'sheet.ppi',
      `A sheet of ${size.width} × ${size.height} pixels is too large; choose a smaller sheet or fewer ppi.`,
    );
  }
  return sheet;
}

function readPicture(value: unknown, field: string): Picture {
  const p = check.object(value, field);
  check.only(p, field, ['id', 'name', 'hash', 'width', 'height']);
  const hash = check.text(p.hash, `${field}.hash`);
  if (!/^[0-9a-f]{64}$/.test(hash))
    throw new JobError(`${field}.hash`, `"${field}.hash" must be 64 hexadecimal digits.`);
  const side = { min: 1, max: 1e6 };
  return {
    id: check.text(p.id, `${field}.id`, 64),
    name: check.text(p.name, `${field}.name`, 300),
    hash,
    width: check.number(p.width, `${field}.width`, side),
    height: check.number(p.height, `${field}.height`, side),
  };
}

function readFeed(value: unknown, field: string, pictures: readonly Picture[]): Feed {
  const f = check.object(value, field);
  check.only(f, field, ['picture', 'part', 'fit', 'x', 'y', 'width']);
  const picture = f.picture === null ? null : check.text(f.picture, `${field}.picture`, 64);
  if (picture !== null && !pictures.some((p) => p.id === picture)) {
    throw new JobError(`${field}.picture`, `"${field}.picture" names a picture that the job does not hold.`);
  }
  return {
    picture,
    part: check.oneOf(f.part, `${field}.part`, ['lightness', 'r', 'g', 'b', 'alpha']),
    fit: check.oneOf(f.fit, `${field}.fit`, ['fit', 'fill', 'own']),
    x: check.number(f.x, `${field}.x`, LIMITS.place),
    y: check.number(f.y, `${field}.y`, LIMITS.place),
    width: check.number(f.width, `${field}.width`, LIMITS.pictureWidth),
  };
}

function readTone(value: unknown, field: string): Tone {
  const t = check.object(value, field);
  check.only(t, field, ['lights', 'middle', 'darks', 'meaning']);
  const tone: Tone = {
    lights: check.number(t.lights, `${field}.lights`, LIMITS.lights),
    middle: check.number(t.middle, `${field}.middle`, LIMITS.middle),
    darks: check.number(t.darks, `${field}.darks`, LIMITS.darks),
    meaning: check.oneOf(t.meaning, `${field}.meaning`, ['light', 'even']),
  };
  if (tone.lights >= tone.darks)
    throw new JobError(`${field}.lights`, `"${field}.lights" must be less than "${field}.darks".`);
  return tone;
}

function readScreen(value: unknown, field: string, sheet: Sheet): Screen {
  const s = check.object(value, field);
  check.only(s, field, ['family', 'shape', 'lattice', 'frequency', 'angle', 'oneTone', 'smallest', 'solidFrom']);
  const f = check.object(s.frequency, `${field}.frequency`);
  const frequency = {
    value: check.number(f.value, `${field}.frequency.value`, LIMITS.frequency),
    per: check.oneOf(f.per, `${field}.frequency.per`, UNITS),
  };
  const pitch = pitchOf(frequency, sheet.ppi, sheetPixels(sheet).width);
  if (pitch < SMALLEST_PITCH || pitch > LARGEST_PITCH) {
    throw new JobError(
      `${field}.frequency.value`,
      `"${field}.frequency.value" makes cells ${Number(pitch.toPrecision(4))} pixels wide; at ${sheet.ppi} ppi they must be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels.`,
    );
  }
  return {
    family: check.oneOf(s.family, `${field}.family`, ['dots']),
    shape: check.oneOf(
      s.shape,
      `${field}.shape`,
      DOT_SHAPES.map((d) => d.name),
    ),
    lattice: check.oneOf(
      s.lattice,
      `${field}.lattice`,
      LATTICES.map((l) => l.name),
    ),
    frequency,
    angle: check.number(s.angle, `${field}.angle`, LIMITS.angle),
    oneTone: check.flag(s.oneTone, `${field}.oneTone`),
    smallest: check.number(s.smallest, `${field}.smallest`, LIMITS.smallest),
    solidFrom: check.number(s.solidFrom, `${field}.solidFrom`, LIMITS.solidFrom),
  };
}

function readInk(value: unknown, field: string): Ink {
  const i = check.object(value, field);
  check.only(i, field, ['name', 'colour', 'opacity', 'meets']);
  return {
    name: check.text(i.name, `${field}.name`),
    colour: check.colour(i.colour, `${field}.colour`),
    opacity: check.number(i.opacity, `${field}.opacity`, LIMITS.opacity),
    meets: check.oneOf(i.meets, `${field}.meets`, ['overprint']),
  };
}

function readPass(value: unknown, field: string, sheet: Sheet, pictures: readonly Picture[]): Pass {
  const p = check.object(value, field);
  check.only(p, field, ['id', 'name', 'on', 'feed', 'tone', 'screen', 'ink']);
  return {
    id: check.text(p.id, `${field}.id`, 64),
    name: check.text(p.name, `${field}.name`),
    on: check.flag(p.on, `${field}.on`),
    feed: readFeed(p.feed, `${field}.feed`, pictures),
    tone: readTone(p.tone, `${field}.tone`),
    screen: readScreen(p.screen, `${field}.screen`, sheet),
    ink: readInk(p.ink, `${field}.ink`),
  };
}

function distinct(ids: readonly string[], field: string): void {
  ids.forEach((id, k) => {
    if (ids.indexOf(id) !== k) throw new JobError(`${field}[${k}].id`, `"${field}[${k}].id" is used twice.`);
  });
}

/**
 * Reads a job from parsed JSON of any known version.
 * @throws JobError naming the first field that is wrong
 */
export function readJob(value: unknown): Job {
  const j = migrate(check.object(value, 'job'));
  check.only(j, '', ['format', 'version', 'title', 'sheet', 'pictures', 'passes']);
  const sheet = readSheet(j.sheet);
  const pictures = check.list(j.pictures, 'pictures', 1000).map((p, k) => readPicture(p, `pictures[${k}]`));
  const passes = check.list(j.passes, 'passes', 200).map((p, k) => readPass(p, `passes[${k}]`, sheet, pictures));
  distinct(
    pictures.map((p) => p.id),
    'pictures',
  );
  distinct(
    passes.map((p) => p.id),
    'passes',
  );
  if (passes.filter((p) => p.on).length > MOST_PASSES) {
    throw new JobError('passes', `"passes" has more than ${MOST_PASSES} that print; hide some of them.`);
  }
  return {
    format: 'chromatype-job',
    version: 1,
    title: check.text(j.title, 'title'),
    sheet,
    pictures,
    passes,
  };
}
