import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createJob,
  createKernels,
  DEFAULT_JOB_STONES,
  factsOf,
  filePicture,
  type Fill,
  fillOf,
  type Job,
  type JobStones,
  memorySource,
  newPart,
  newStencil,
  type OutputName,
  type PictureSource,
  planPassStones,
  readColoursCsv,
  readJob,
  readSizesCsv,
  STONE_WAYS,
  type StoneSettings,
  StoneTableError,
  stoneFaults,
  transformedPath,
  withFill,
} from '@chromatype/core';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { svgOutlines } from '../pictures/reading/svg/svg-outlines.ts';
import { mayBeSvg, svgText } from '../pictures/reading/svg/svg-text.ts';
import { drawingSize } from '../pictures/reading/svg/drawing-size.ts';
import { writeFile } from '../render/write-file.ts';
import { checkOutput, readInput } from './files.ts';
import { numberOption } from './numbers.ts';
import { sheetOf } from './sheet-of.ts';
import { terminalProgress } from './progress.ts';
import { UsageError } from './usage-error.ts';

const WAYS = STONE_WAYS.map((w) => w.name);
const ROWS = ['square', 'brick'];
const SIDES = ['inside', 'centre', 'outside'];
const FILLINGS = ['tight', 'scattered'];

export const HELP = `chromatype stones ART.svg OUT --lay ${WAYS.filter((w) => w !== 'picture').join('|')}
chromatype stones IN.png OUT --lay picture
  lays heat-set stones in or along outlines, or as a picture says, and prints their counts and faults as JSON
  --size A[,B]       sizes of stones by name (default: SS10)
  --gap MM           between the edges of stones (default: 0.3)
  --width MM         width of the whole drawing or picture (default: as the file says)
  --angle DEG        direction of rows, counter-clockwise (default: 0)
  --rows KIND        ${ROWS.join(' | ')} (default: square)
  --side SIDE        of a run: ${SIDES.join(' | ')} (default: inside; centre for open lines)
  --distance MM      of a run or of the first row from the outline (default: 0)
  --runs N           runs beside each other (default: 1)
  --corner           a stone on each sharp corner
  --filling KIND     of packed stones: ${FILLINGS.join(' | ')} (default: tight)
  --by WHAT          of a picture: colour | size (default: colour)
  --diffuse          of a picture: what a colour is off by is passed on
  --cloth COLOUR     #rrggbb that the stones lie on (default: #1e1b18)
  --colours FILE.csv the colours of stones, a line each: name,#rrggbb
  --sizes FILE.csv   the sizes of stones, a line each: name,shape,width_mm,height_mm,price,bag,weight_g,clearance_mm
  --cutter MM        width of the cutter; wider templates are split (default: 300)
  --mirror           the template is seen from behind
  OUT ends in .svg, .dxf or .pdf for a template for cutting, .csv for a list of stones, or .png for a proof`;

const TEXT = { type: 'string' } as const;
const FLAG = { type: 'boolean' } as const;
const OPTIONS = {
  lay: TEXT,
  size: TEXT,
  gap: TEXT,
  width: TEXT,
  angle: TEXT,
  rows: TEXT,
  side: TEXT,
  distance: TEXT,
  runs: TEXT,
  corner: FLAG,
  filling: TEXT,
  by: TEXT,
  diffuse: FLAG,
  cloth: TEXT,
  colours: TEXT,
  sizes: TEXT,
  cutter: TEXT,
  mirror: FLAG,
} as const;

const KINDS: Readonly<Record<string, OutputName>> = {
  '.svg': 'stones-svg',
  '.dxf': 'stones-dxf',
  '.pdf': 'stones-pdf',
  '.csv': 'stones-csv',
  '.png': 'stones-proof',
};

type Values = Readonly<Record<string, string | boolean | undefined>>;

const text = (values: Values, name: string): string | undefined => values[name] as string | undefined;
const number = (values: Values, name: string, min: number, max: number): number | undefined =>
  numberOption(text(values, name), name, min, max);

function oneOf(values: Values, name: string, options: readonly string[], normal: string): string {
  const value = text(values, name) ?? normal;
  if (!options.includes(value)) throw new UsageError(`--${name} must be one of ${options.join(', ')}.`);
  return value;
}

/** The gap between stones, said in its own words where it is below zero. */
function gapOf(values: Values): number {
  const value = Number(text(values, 'gap') ?? 0.3);
  if (value < 0) throw new UsageError('The gap between stones is below zero; it must be 0 mm or more.');
  return number(values, 'gap', 0, 50) ?? 0.3;
}

/** A table that was read from a file. @throws UsageError naming the file and the line that is wrong */
async function tableOf<T>(file: string | undefined, read: (csv: string) => T, normal: T): Promise<T> {
  if (file === undefined) return normal;
  try {
    return read((await readInput(file)).toString('utf8'));
  } catch (error) {
    if (error instanceof StoneTableError) throw new UsageError(`${file}: ${error.message}`);
    throw error;
  }
}

/** The stones that there are: those of the trade, or those of the files that are named. */
async function stonesOf(values: Values): Promise<JobStones> {
  return {
    ...DEFAULT_JOB_STONES,
    sizes: await tableOf(text(values, 'sizes'), readSizesCsv, DEFAULT_JOB_STONES.sizes),
    colours: await tableOf(text(values, 'colours'), readColoursCsv, DEFAULT_JOB_STONES.colours),
    cutterWidth: number(values, 'cutter', 40, 3000) ?? DEFAULT_JOB_STONES.cutterWidth,
    mirrored: values.mirror === true,
  };
}

function settingsOf(values: Values, stones: JobStones, way: string, lines: boolean): Partial<StoneSettings> {
  const names = stones.sizes.map((s) => s.name);
  const sizes = (text(values, 'size') ?? (names.includes('SS10') ? 'SS10' : names[0]!)).split(',').map((s) => s.trim());
  for (const size of sizes)
    if (!names.includes(size)) throw new UsageError(`There is no size ${size}; there are ${names.join(', ')}.`);
  const colours = stones.colours.map((c) => c.name).slice(0, 12);
  return {
    way: way as StoneSettings['way'],
    sizes,
    gap: gapOf(values),
    angle: number(values, 'angle', -360, 360) ?? 0,
    rows: oneOf(values, 'rows', ROWS, 'square') as StoneSettings['rows'],
    side: oneOf(values, 'side', SIDES, lines ? 'centre' : 'inside') as StoneSettings['side'],
    distance: number(values, 'distance', 0, 200) ?? 0,
    runs: Math.round(number(values, 'runs', 1, 12) ?? 1),
    corner: values.corner === true,
    filling: oneOf(values, 'filling', FILLINGS, 'tight') as StoneSettings['filling'],
    takes: oneOf(values, 'by', ['colour', 'size'], 'colour') as StoneSettings['takes'],
    diffuse: values.diffuse === true,
    colours: way === 'picture' ? colours : colours.slice(0, 1),
  };
}

/** What stones are laid in: a stencil of outlines, or a picture, and the sheet that it makes. */
interface Art {
  readonly sheet: { readonly width: number; readonly height: number };
  readonly change: Partial<Job>;
  readonly fill: Partial<Fill>;
  readonly lines: boolean;
  readonly source: PictureSource | null;
}

function outlineArt(bytes: Uint8Array, width: number | undefined): Art {
  const outlines = svgOutlines(bytes, 'drawn');
  const size = drawingSize(
    svgText(bytes),
    outlines.map((o) => o.path),
  );
  const scale = width === undefined ? 1 : width / size.width;
  const parts = outlines.map(({ path, evenOdd }, k) =>
    newPart(`outline-${k + 1}`, 'shape', {
      shape: 'own',
      path: scale === 1 ? path : transformedPath(path, [`scale(${scale})`], 'kept'),
      evenOdd,
      // A shape stands about the middle of its box, here one of a millimetre.
      x: -0.5,
      y: -0.5,
      width: 1,
      height: 1,
    }),
  );
  return {
    sheet: { width: Math.max(5, size.width * scale), height: Math.max(5, size.height * scale) },
    change: { stencils: [newStencil('art', 'art', parts)] },
    fill: { stencil: 'art' },
    lines: outlines.every((o) => !/z/i.test(o.path)),
    source: null,
  };
}

async function pictureArt(bytes: Buffer, file: string, width: string | undefined): Promise<Art> {
  const picture = await normalisePicture(bytes, file);
  return {
    sheet: sheetOf(picture, { width }),
    change: {
      pictures: [
        filePicture({ id: 'in', name: 'in', hash: '0'.repeat(64), width: picture.width, height: picture.height }),
      ],
    },
    fill: { feed: { ...fillOf(createJob('', 'pass').passes[0]!).feed, picture: 'in', part: 'colour' } },
    lines: false,
    source: memorySource(picture.width, picture.height, picture.channels, picture.pixels),
  };
}

/** Pixels an inch of the plates, which matter to proofs alone. */
const PPI = 150;

export async function stones(args: readonly string[]): Promise<void> {
  const { positionals, values } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('stones takes ART and OUT.');
  const kind = KINDS[extname(out).toLowerCase()];
  if (!kind) throw new UsageError(`OUT must end in ${Object.keys(KINDS).join(', ')}.`);
  checkOutput(out);
  const way = oneOf(values, 'lay', WAYS, '');
  const bytes = await readInput(input);
  const drawing = mayBeSvg(bytes);
  if (!drawing && way !== 'picture')
    throw new UsageError(`--lay ${way} takes an SVG of outlines; a picture is laid by --lay picture.`);
  if (drawing && way === 'picture')
    throw new UsageError('--lay picture takes a picture, such as a PNG; an SVG holds outlines.');
  const table = await stonesOf(values);
  const cloth = text(values, 'cloth') ?? '#1e1b18';
  if (!/^#[0-9a-f]{6}$/i.test(cloth)) throw new UsageError('--cloth must be a colour such as #1e1b18.');
  const art = drawing
    ? outlineArt(bytes, number(values, 'width', 5, 3000))
    : await pictureArt(bytes, input, text(values, 'width'));
  const settings = settingsOf(values, table, way, art.lines);
  const base = createJob('stones', 'pass');
  const { screen } = fillOf(base.passes[0]!);
  const job: Job = readJob({
    ...base,
    sheet: { ...base.sheet, ...art.sheet, ppi: PPI, stock: { ...base.sheet.stock, colour: cloth.toLowerCase() } },
    stones: table,
    ...art.change,
    passes: [
      withFill(base.passes[0]!, {
        ...art.fill,
        screen: { ...screen, family: 'stones', stones: { ...screen.stones, ...settings } },
      }),
    ],
  });
  const env = { kernels: createKernels(), pictures: () => art.source };
  const plan = planPassStones(env, job, job.passes[0]!)!;
  const { stones: laid, notes, cut } = plan.layout();
  if (cut || laid.count === 0) throw new UsageError(notes[0]?.said ?? 'Nothing of the art takes a stone.');
  await writeFile({ ...env, job, asked: { kind }, file: out, progress: terminalProgress });
  const facts = factsOf(laid, job.stones, job.stones.spare);
  const named = (counts: readonly number[], names: readonly { readonly name: string }[]) =>
    Object.fromEntries(counts.flatMap((n, k) => (n > 0 ? [[names[k]!.name, n]] : [])));
  const faults = [
    ...notes.map(({ said }) => ({ kind: 'note', said })),
    ...stoneFaults(laid, job.stones, plan.regions()).map(({ kind: name, said, x, y }) => ({ kind: name, said, x, y })),
  ];
  console.log(
    JSON.stringify({
      stones: laid.count,
      by_size: named(facts.bySize, job.stones.sizes),
      by_colour: named(facts.byColour, job.stones.colours),
      faults,
    }),
  );
}
