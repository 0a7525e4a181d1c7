import { readFile } from 'node:fs/promises';
import {
  type Fill,
  FACES,
  lettersOf,
  MARK_LATTICES,
  MARK_SHAPES,
  type MarkSettings,
  ownShape,
  readGpl,
  ShapeError,
  writeGlyphs,
} from '@chromatype/core';
import { letterOutline } from '../faces/face-files.ts';
import { svgOutlines } from '../pictures/reading/svg/svg-outlines.ts';
import { readableFile, readInput } from './files.ts';
import { numberOption } from './numbers.ts';
import { UsageError } from './usage-error.ts';

const TEXT = { type: 'string' } as const;

/** Options of `screen` that only marks have. */
export const MARK_OPTIONS = {
  marks: TEXT,
  into: TEXT,
  font: TEXT,
  down: TEXT,
  margin: TEXT,
  flip: TEXT,
  size: TEXT,
  from: TEXT,
  to: TEXT,
  steps: TEXT,
  turn: TEXT,
  colour: TEXT,
  join: TEXT,
  'fill-holes': TEXT,
  'drop-specks': TEXT,
  'at-edge': TEXT,
  spokes: TEXT,
  rings: TEXT,
} as const;

export const MARK_HELP = `
  --marks SHAPE      shapes on a lattice: ${MARK_SHAPES.filter((s) => s.name !== 'own')
    .map(({ name }) => (name === 'polygon' || name === 'star' ? `${name}-N` : name))
    .join(' | ')}
                     | letter:X | text:WORDS | FILE.svg
  with --marks
    --into SHAPE       a second shape, into which marks turn by tone
    --font NAME        the face of letters; names: chromatype list faces
    --down N           rows of cells, with --across N columns: cells fit the sheet
    --margin MM        free edge of the sheet
    --flip WHICH       rows | columns | both: marks that stand upside down
    --spokes N --rings N     marks a ring and rings, on --lattice spokes
    --size MEANING     area (area-true, default) | width
    --from F --to F    sizes as shares of the cell (0 and 1)
    --steps N          so many equal steps of size
    --turn DEG | centre | gradient     turn of each mark
    --smallest MM      narrower marks are dropped
    --colour WHAT      ink (default) | cell | FILE.gpl
    --join MM          outlines are grown by so much and united
    --fill-holes WHICH all | MM2: holes that are filled, all or below an area
    --drop-specks MM2  joined pieces below an area are dropped
    --at-edge HOW      cut (default) | whole | centre
  OUT may then end in .svg, .pdf, .dxf, .csv too`;

type Values = Readonly<Record<string, unknown>>;
type Change = Partial<Record<keyof MarkSettings, unknown>>;

/** The outline of an SVG file as a mark takes it. */
async function fileShape(file: string): Promise<string> {
  const pieces = svgOutlines(await readFile(readableFile(file)));
  const evenOdd = pieces.some((p) => p.evenOdd);
  try {
    const { path, note } = ownShape(pieces.map((p) => p.path).join(''), evenOdd ? 'evenodd' : 'nonzero');
    if (note) process.stderr.write(`${file}: ${note}\n`);
    return path;
  } catch (error) {
    if (error instanceof ShapeError) throw new UsageError(`${file}: ${error.message}`);
    throw error;
  }
}

/** A shape's name and its number, if it has one: `star-5`. */
function numbered(text: string, option: string): { name: string; sides?: number } {
  const found = /^(polygon|star)(?:-(\d+))?$/.exec(text);
  if (!found) return { name: text };
  if (!found[2]) throw new UsageError(`${option} ${text} needs a number, such as ${text}-5.`);
  const sides = Number(found[2]);
  if (sides < 3 || sides > 60) throw new UsageError(`${option} ${text} must have 3 to 60.`);
  return { name: found[1]!, sides };
}

const isShape = (name: string): boolean => name !== 'own' && MARK_SHAPES.some((s) => s.name === name);

function unknown(option: string, text: string): UsageError {
  return new UsageError(
    `${option} must be a shape (chromatype list marks tells their names), letter:X or an .svg file, not ${text.slice(0, 40)}.`,
  );
}

function letters(text: string, face: string | undefined): Change {
  const name = face ?? FACES[0]!.name;
  if (!FACES.some((f) => f.name === name)) {
    throw new UsageError(`--font must be one of ${FACES.map((f) => f.name).join(', ')}.`);
  }
  const all = lettersOf(text);
  if (all.length === 0) throw new UsageError('--marks letter: wants a letter behind the colon, such as letter:K.');
  const paths = new Map(all.map((letter) => [letter, letterOutline(name, letter)] as const));
  const missing = all.find((letter) => !paths.get(letter));
  if (missing)
    throw new UsageError(`The face ${name} has no letter “${missing}”; choose another letter or another --font.`);
  return {
    shape: 'letters',
    text,
    font: name,
    glyphs: writeGlyphs(paths as ReadonlyMap<string, string>),
    letterUse: 'running',
  };
}

async function shapeOf(text: string, face: string | undefined): Promise<Change> {
  if (text.startsWith('letter:') || text.startsWith('text:')) return letters(text.slice(text.indexOf(':') + 1), face);
  if (text.toLowerCase().endsWith('.svg')) return { shape: 'own', path: await fileShape(text) };
  const { name, sides } = numbered(text, '--marks');
  if (!isShape(name)) throw unknown('--marks', text);
  return { shape: name, ...(sides ? { sides } : {}) };
}

async function intoOf(text: string | undefined): Promise<Change> {
  if (text === undefined) return {};
  if (text.toLowerCase().endsWith('.svg')) return { into: 'own', intoPath: await fileShape(text) };
  const { name, sides } = numbered(text, '--into');
  if (!isShape(name)) throw unknown('--into', text);
  return { into: name, ...(sides ? { intoSides: sides } : {}) };
}

function oneOf<const N extends string>(value: unknown, option: string, names: readonly N[]): N | undefined {
  if (value === undefined) return undefined;
  const found = names.find((n) => n === value);
  if (!found) throw new UsageError(`--${option} must be one of ${names.join(', ')}.`);
  return found;
}

const number = (values: Values, name: string, min: number, max: number) =>
  numberOption(values[name] as string | undefined, name, min, max);

function whole(values: Values, name: string, min: number, max: number): number | undefined {
  const value = number(values, name, min, max);
  if (value !== undefined && !Number.isInteger(value)) throw new UsageError(`--${name} must be a whole number.`);
  return value;
}

function turnOf(text: string | undefined): Change {
  if (text === undefined) return {};
  if (text === 'centre') return { turning: 'centre' };
  if (text === 'gradient') return { turning: 'along' };
  const turn = Number(text);
  if (text.trim() === '' || !Number.isFinite(turn) || Math.abs(turn) > 360) {
    throw new UsageError('--turn must be a number of degrees, centre or gradient.');
  }
  return { turning: 'fixed', turn };
}

async function colourOf(text: string | undefined): Promise<Change> {
  if (text === undefined || text === 'ink' || text === 'cell') return text === undefined ? {} : { colour: text };
  if (!text.toLowerCase().endsWith('.gpl')) throw new UsageError('--colour must be ink, cell or a .gpl file.');
  const { colours } = readGpl((await readInput(text)).toString('utf8'));
  if (colours.length < 2 || colours.length > 64) {
    throw new UsageError(`${text} holds ${colours.length} colours; a palette needs 2 to 64.`);
  }
  return { colour: 'palette', palette: colours.map((c) => c.colour) };
}

function joinOf(values: Values): Change {
  const grow = number(values, 'join', -50, 50);
  const holes = values['fill-holes'] as string | undefined;
  const specks = number(values, 'drop-specks', 0, 10_000);
  if (grow === undefined) {
    const idle = ['fill-holes', 'drop-specks'].find((name) => values[name] !== undefined);
    if (idle) throw new UsageError(`--${idle} has no effect without --join.`);
    return {};
  }
  const below = holes === undefined || holes === 'all' ? undefined : number(values, 'fill-holes', 0, 10_000);
  return {
    join: true,
    grow,
    ...(holes === undefined
      ? {}
      : below === undefined
        ? { fillHoles: 'all' }
        : { fillHoles: 'small', holesBelow: below }),
    ...(specks === undefined ? {} : { dropSpecks: specks }),
  };
}

/** Only what was given. */
const given = (all: Change): Change => Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined));

/**
 * The settings of marks that were given on the command line; null when no marks are asked for.
 * @throws UsageError in one sentence
 */
export async function markSettings(values: Values): Promise<Change | null> {
  const shape = values.marks as string | undefined;
  if (shape === undefined) {
    const idle = Object.keys(MARK_OPTIONS).find((name) => values[name] !== undefined);
    if (idle) throw new UsageError(`--${idle} has no effect without --marks.`);
    return null;
  }
  const across = whole(values, 'across', 1, 20_000);
  return given({
    ...(await shapeOf(shape, values.font as string | undefined)),
    ...(await intoOf(values.into as string | undefined)),
    ...(across === undefined ? {} : { fit: 'counts', across }),
    down: whole(values, 'down', 1, 20_000),
    margin: number(values, 'margin', 0, 2000),
    lattice: oneOf(
      values.lattice,
      'lattice',
      MARK_LATTICES.map((l) => l.name),
    ),
    flip: oneOf(values.flip, 'flip', ['rows', 'columns', 'both']),
    spokes: whole(values, 'spokes', 3, 1440),
    rings: whole(values, 'rings', 0, 5000),
    sizing: oneOf(values.size, 'size', ['area', 'width']),
    from: number(values, 'from', 0, 4),
    to: number(values, 'to', 0, 4),
    steps: whole(values, 'steps', 0, 64),
    ...turnOf(values.turn as string | undefined),
    dropBelow: number(values, 'smallest', 0, 100),
    ...(await colourOf(values.colour as string | undefined)),
    ...joinOf(values),
    atEdge: oneOf(values['at-edge'], 'at-edge', ['cut', 'whole', 'centre']),
  });
}

/** A fill with those settings. */
export const withMarks = (screen: Fill['screen'], change: Change | null): Fill['screen'] =>
  change ? { ...screen, family: 'marks', marks: { ...screen.marks, ...change } as Fill['screen']['marks'] } : screen;
