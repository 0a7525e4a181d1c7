import { FAMILIES, FAMILY_NAMES, SHARED_PARAMS } from '../screen/families/index.ts';
import { pitchOf } from '../screen/frequency.ts';
import { LARGEST_PITCH, SMALLEST_PITCH } from '../screen/periodic/supercell.ts';
import { JobError, check } from './check.ts';
import { sheetPixels } from './defaults.ts';
import { LIMITS, MOST_PASSES, MOST_SHEET_PIXELS } from './limits.ts';
import { migrate } from './migrate.ts';
import { readInk, readSeparation, readStock } from './read-inks.ts';
import { PLATE_PARAMS, type PlateSettings } from './plate-params.ts';
import { readPicture } from './read-picture.ts';
import { readSettings } from './read-settings.ts';
import { MOST_STRIP_SHEETS, readStrips } from './read-strips.ts';
import { readTone } from './read-tone.ts';
import { FEED_PARTS } from './types.ts';
import type { Feed, Frequency, FrequencyUnit, Job, Pass, Picture, Screen, Sheet } from './types.ts';

const UNITS: readonly FrequencyUnit[] = ['lpi', 'lpcm', 'mm', 'px', 'across'];

function readSheet(value: unknown): Sheet {
  const s = check.object(value, 'sheet');
  check.only(s, 'sheet', ['width', 'height', 'bleed', 'ppi', 'stock']);
  const sheet: Sheet = {
    width: check.number(s.width, 'sheet.width', LIMITS.sheetSide),
    height: check.number(s.height, 'sheet.height', LIMITS.sheetSide),
    bleed: check.number(s.bleed, 'sheet.bleed', LIMITS.bleed),
    ppi: check.number(s.ppi, 'sheet.ppi', LIMITS.ppi),
    stock: readStock(s.stock, 'sheet.stock'),
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

/** What passes may name. */
type Held = Pick<Job, 'pictures' | 'separations'>;

function readFeed(value: unknown, field: string, { pictures, separations }: Held): Feed {
  const f = check.object(value, field);
  check.only(f, field, ['picture', 'part', 'fit', 'x', 'y', 'width', 'turn', 'separation', 'pick']);
  const picture = f.picture === null ? null : check.text(f.picture, `${field}.picture`, 64);
  if (picture !== null && !pictures.some((p) => p.id === picture)) {
    throw new JobError(`${field}.picture`, `"${field}.picture" names a picture that the job does not hold.`);
  }
  const separation = f.separation === null ? null : check.text(f.separation, `${field}.separation`, 64);
  if (separation !== null && !separations.some((s) => s.id === separation)) {
    throw new JobError(`${field}.separation`, `"${field}.separation" names a separation that the job does not hold.`);
  }
  return {
    picture,
    separation,
    pick: f.pick === null ? null : check.colour(f.pick, `${field}.pick`),
    part: check.oneOf(f.part, `${field}.part`, FEED_PARTS),
    fit: check.oneOf(f.fit, `${field}.fit`, ['fit', 'fill', 'own']),
    x: check.number(f.x, `${field}.x`, LIMITS.place),
    y: check.number(f.y, `${field}.y`, LIMITS.place),
    width: check.number(f.width, `${field}.width`, LIMITS.pictureWidth),
    turn: check.number(f.turn, `${field}.turn`, LIMITS.turn),
  };
}

function readFrequency(value: unknown, field: string, sheet: Sheet): Frequency {
  const f = check.object(value, field);
  const frequency = {
    value: check.number(f.value, `${field}.value`, LIMITS.frequency),
    per: check.oneOf(f.per, `${field}.per`, UNITS),
  };
  const pitch = pitchOf(frequency, sheet.ppi, sheetPixels(sheet).width);
  if (pitch < SMALLEST_PITCH || pitch > LARGEST_PITCH) {
    throw new JobError(
      `${field}.value`,
      `"${field}.value" makes cells ${Number(pitch.toPrecision(4))} pixels wide; at ${sheet.ppi} ppi they must be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels.`,
    );
  }
  return frequency;
}

function readScreen(value: unknown, field: string, sheet: Sheet, pictures: readonly Picture[]): Screen {
  const s = check.object(value, field);
  const shared = Object.keys(SHARED_PARAMS);
  check.only(s, field, ['family', 'frequency', ...shared, ...FAMILY_NAMES]);
  const ownOf = Object.fromEntries(shared.map((name) => [name, s[name]]));
  const families = FAMILIES.map(({ name, params }) => [
    name,
    readSettings(s[name], `${field}.${name}`, params, pictures),
  ]);
  return {
    family: check.oneOf(s.family, `${field}.family`, FAMILY_NAMES),
    frequency: readFrequency(s.frequency, `${field}.frequency`, sheet),
    ...readSettings(ownOf, field, SHARED_PARAMS, pictures),
    ...Object.fromEntries(families),
  } as Screen;
}

function readPass(value: unknown, field: string, sheet: Sheet, held: Held): Pass {
  const p = check.object(value, field);
  check.only(p, field, ['id', 'name', 'on', 'feed', 'tone', 'screen', 'ink']);
  return {
    id: check.text(p.id, `${field}.id`, 64),
    name: check.text(p.name, `${field}.name`),
    on: check.flag(p.on, `${field}.on`),
    feed: readFeed(p.feed, `${field}.feed`, held),
    tone: readTone(p.tone, `${field}.tone`),
    screen: readScreen(p.screen, `${field}.screen`, sheet, held.pictures),
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
  check.only(j, '', ['format', 'version', 'title', 'sheet', 'pictures', 'separations', 'passes', 'plates', 'strips']);
  const sheet = readSheet(j.sheet);
  const pictures = check.list(j.pictures, 'pictures', 1000).map((p, k) => readPicture(p, `pictures[${k}]`));
  const separations = check
    .list(j.separations, 'separations', 100)
    .map((item, k) => readSeparation(item, `separations[${k}]`));
  const held = { pictures, separations };
  const passes = check.list(j.passes, 'passes', 200).map((p, k) => readPass(p, `passes[${k}]`, sheet, held));
  distinct(
    pictures.map((p) => p.id),
    'pictures',
  );
  distinct(
    passes.map((p) => p.id),
    'passes',
  );
  distinct(
    separations.map((s) => s.id),
    'separations',
  );
  if (passes.filter((p) => p.on).length > MOST_PASSES) {
    throw new JobError('passes', `"passes" has more than ${MOST_PASSES} that print; hide some of them.`);
  }
  return {
    format: 'chromatype-job',
    version: 4,
    title: check.text(j.title, 'title'),
    sheet,
    pictures,
    separations,
    passes,
    plates: readSettings(j.plates, 'plates', PLATE_PARAMS, []) as unknown as PlateSettings,
    strips: check.list(j.strips, 'strips', MOST_STRIP_SHEETS).map((value, k) => readStrips(value, `strips[${k}]`)),
  };
}
