import { COLOURING_PARAMS } from '../ink/colouring-params.ts';
import { sheetPixels } from '../raster/sheet.ts';
import { check, JobError } from './check.ts';
import { DEFAULT_SHEET } from './defaults.ts';
import { IMPRESSION_PARAMS } from './impression-params.ts';
import { MOST_FILLS, MOST_PASSES, MOST_SHEET_PIXELS } from './limits.ts';
import { migrate } from './migrate.ts';
import { motionSection } from './read-motion.ts';
import { takesItself } from './passes-read.ts';
import { PLATE_PARAMS } from './plate-params.ts';
import { readFill } from './read-fill.ts';
import { inkSection, readInk, readSeparation, readStock } from './read-inks.ts';
import { readPicture } from './read-picture.ts';
import { fieldsOf, type Held, NOTHING_HELD, readSettings } from './read-settings.ts';
import { MOST_STENCILS, readStencil } from './read-stencil.ts';
import { stonesSection } from './read-stones.ts';
import { MOST_STRIP_SHEETS, readStrips } from './read-strips.ts';
import { REPEAT_PARAMS } from './repeat-params.ts';
import { paramsSection, readSections, type Section, section } from './section.ts';
import { SHARE_PARAMS } from './share-params.ts';
import { SHEET_PARAMS } from './sheet-params.ts';
import { stencilRing } from './stencil-ring.ts';
import { FINISH_KINDS, type FinishSettings, NO_FINISH } from '../stock/finishes/index.ts';
import { GROUND_PARAMS } from '../stock/ground-params.ts';
import type { Stencil } from '../stencil/stencil.ts';
import { JOB_VERSION, type Job, type Pass, type Separation, type Sheet, type StripSheet } from './types.ts';
import type { Ink } from '../ink/types.ts';
import type { Picture } from '../picture/types.ts';

const finishSection = section('finish', NO_FINISH, (value, field, held) =>
  readSections(
    value,
    field,
    Object.fromEntries(FINISH_KINDS.map(({ name, params }) => [name, paramsSection(name, params)])),
    held,
  ),
) as Section<FinishSettings>;

/** What a sheet holds besides its size and its stock. */
const SHEET_SECTIONS = { ground: paramsSection('ground', GROUND_PARAMS), finish: finishSection };

function readSheet(value: unknown, field: string, held: Held): Sheet {
  const s = check.object(value, field);
  const sheet: Sheet = {
    ...readSettings(fieldsOf(s, SHEET_PARAMS), field, SHEET_PARAMS),
    stock: s.stock === undefined ? DEFAULT_SHEET.stock : readStock(s.stock, `${field}.stock`),
    ...readSections(s, field, SHEET_SECTIONS, held, ['stock', ...Object.keys(SHEET_PARAMS)]),
  };
  const size = sheetPixels(sheet);
  if (size.width * size.height > MOST_SHEET_PIXELS) {
    throw new JobError(
      `${field}.ppi`,
      `A sheet of ${size.width} × ${size.height} pixels is too large; choose a smaller sheet or fewer ppi.`,
    );
  }
  return sheet;
}

/** A list of things of one kind, each read by itself. */
const listSection = <T>(name: string, most: number, read: (value: unknown, field: string) => T) =>
  section<readonly T[]>(name, [], (value, field) =>
    check.list(value, field, most).map((item, k) => read(item, `${field}[${k}]`)),
  );

/** What a job holds, but for its passes, which name what is here. */
const SECTIONS = {
  title: section('title', '', (value, field) => check.text(value, field)),
  sheet: section<Sheet>('sheet', DEFAULT_SHEET, readSheet),
  pictures: listSection<Picture>('pictures', 1000, readPicture),
  separations: listSection<Separation>('separations', 100, readSeparation),
  stones: stonesSection,
  plates: paramsSection('plates', PLATE_PARAMS),
  share: paramsSection('share', SHARE_PARAMS),
  repeat: paramsSection('repeat', REPEAT_PARAMS),
  motion: motionSection,
  stencils: section<readonly Stencil[]>('stencils', [], (value, field, held) =>
    check.list(value, field, MOST_STENCILS).map((item, k) => readStencil(item, `${field}[${k}]`, held)),
  ),
  strips: listSection<StripSheet>('strips', MOST_STRIP_SHEETS, readStrips),
};

/** The ids that a list of unknown JSON gives; those that are no text fall out and are complained of when it is read. */
const idsOf = (value: unknown): { readonly id: string }[] =>
  (Array.isArray(value) ? value : []).flatMap((item) => (typeof item?.id === 'string' ? [{ id: item.id }] : []));

/** What a pass holds besides its fills. */
const PASS_SECTIONS = {
  ink: inkSection,
  separatedFor: section<Ink | null>('separatedFor', null, (value, field) =>
    value === null ? null : readInk(value, field),
  ),
  colouring: paramsSection('colouring', COLOURING_PARAMS),
  impression: paramsSection('impression', IMPRESSION_PARAMS),
};

function readPass(
  value: unknown,
  field: string,
  { sheet, separations }: Pick<Job, 'sheet' | 'separations'>,
  held: Held,
): Pass {
  const p = check.object(value, field);
  const fills = check
    .list(p.fills, `${field}.fills`, MOST_FILLS)
    .map((fill, k) => readFill(fill, `${field}.fills[${k}]`, sheet, separations, held));
  const [first, ...others] = fills;
  if (!first) throw new JobError(`${field}.fills`, `"${field}.fills" needs at least one fill.`);
  return {
    id: check.text(p.id, `${field}.id`, 64),
    name: check.text(p.name, `${field}.name`),
    on: p.on === undefined ? true : check.flag(p.on, `${field}.on`),
    fills: [first, ...others],
    ...readSections(p, field, PASS_SECTIONS, held, ['id', 'name', 'on', 'fills']),
  };
}

function distinct(items: readonly { readonly id: string }[], field: string): void {
  const ids = items.map((item) => item.id);
  ids.forEach((id, k) => {
    if (ids.indexOf(id) !== k) throw new JobError(`${field}[${k}].id`, `"${field}[${k}].id" is used twice.`);
  });
}

/**
 * Reads a job from parsed JSON of any known version. What is missing gets its normal value.
 * @throws JobError naming the first field that is wrong
 */
export function readJob(value: unknown): Job {
  const { format: _format, version: _version, ...j } = migrate(check.object(value, 'job'));
  // Pictures come first: tiles of other parts may name them.
  const pictures = SECTIONS.pictures.read(j.pictures ?? [], 'pictures', NOTHING_HELD);
  const held: Held = { pictures, stencils: idsOf(j.stencils), passes: idsOf(j.passes) };
  const read = readSections(j, '', SECTIONS, held, ['passes']);
  const passes = check.list(j.passes ?? [], 'passes', 200).map((p, k) => readPass(p, `passes[${k}]`, read, held));
  distinct(pictures, 'pictures');
  distinct(passes, 'passes');
  distinct(read.separations, 'separations');
  distinct(read.stencils, 'stencils');
  distinct(read.motion.tracks, 'motion.tracks');
  if (passes.filter((p) => p.on).length > MOST_PASSES) {
    throw new JobError('passes', `"passes" has more than ${MOST_PASSES} that print; hide some of them.`);
  }
  distinct(
    passes.flatMap((p) => p.fills),
    'fills',
  );
  const itself = takesItself({ passes });
  if (itself) throw new JobError('passes', itself);
  const ring = stencilRing({ stencils: read.stencils, passes });
  if (ring) throw new JobError('stencils', ring);
  return { format: 'chromatype-job', version: JOB_VERSION, ...read, passes };
}
