import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createJob,
  createKernels,
  type Fill,
  filePicture,
  fillOf,
  type Job,
  type MarkSettings,
  memorySource,
  mosaicSettings,
  type OutputName,
  paletteOfPicture,
  readGpl,
  readJob,
  RELIEF_KINDS,
  withFill,
} from '@chromatype/core';
import { normalisePicture } from '../pictures/reading/normalise.ts';
import { writeFile } from '../render/write-file.ts';
import { checkOutput, readInput } from './files.ts';
import { numberOption } from './numbers.ts';
import { terminalProgress } from './progress.ts';
import { sheetOf } from './sheet-of.ts';
import { UsageError } from './usage-error.ts';

const RELIEFS = ['flat', ...RELIEF_KINDS.map((k) => k.name)];

export const HELP = `chromatype mosaic IN OUT     a picture as pieces of one colour each
  --across N         pieces of a row
  --down N           rows; without it pieces are as high as they are wide
  --relief FORM      ${RELIEFS.join(' | ')} (default: stud)
  --colours N|FILE.gpl     so many colours of the picture (default: 12), or those of a palette
  --gap F            what stays free between pieces, of the cell (default: 0.04)
  --light DEG        where the light comes from, counter-clockwise from the right (default: 135)
  --diffuse          what a colour is off by is passed on to the next pieces
  --saturation F     how strong colours are, before they are chosen (default: 1)
  --ground COLOUR    #rrggbb between the pieces
  --ppi N --width MM the sheet, as for screen
  --map FILE.pdf     writes the build map too
  --counts FILE.csv  writes how many pieces there are of each colour
  OUT ends in .png, .svg, .pdf, .dxf or .csv`;

const TEXT = { type: 'string' } as const;
const OPTIONS = {
  across: TEXT,
  down: TEXT,
  relief: TEXT,
  colours: TEXT,
  gap: TEXT,
  light: TEXT,
  diffuse: { type: 'boolean' },
  saturation: TEXT,
  ground: TEXT,
  ppi: TEXT,
  width: TEXT,
  map: TEXT,
  counts: TEXT,
} as const;

const KINDS: Readonly<Record<string, OutputName>> = {
  '.png': 'plate',
  '.svg': 'marks-svg',
  '.pdf': 'marks-pdf',
  '.dxf': 'marks-dxf',
  '.csv': 'marks-csv',
};

type Values = Readonly<Record<string, string | boolean | undefined>>;

const number = (values: Values, name: string, min: number, max: number) =>
  numberOption(values[name] as string | undefined, name, min, max);

function whole(values: Values, name: string): number | undefined {
  const value = number(values, name, 1, 20_000);
  if (value !== undefined && !Number.isInteger(value)) throw new UsageError(`--${name} must be a whole number.`);
  return value;
}

interface Colours {
  readonly palette: readonly string[];
  readonly names: string;
}

/** Colours of a palette file with their names, or the colours that serve the picture best. */
async function coloursOf(text: string | undefined, take: (count: number) => readonly string[]): Promise<Colours> {
  if (text?.toLowerCase().endsWith('.gpl')) {
    const { colours } = readGpl((await readInput(text)).toString('utf8'));
    if (colours.length < 2 || colours.length > 64) {
      throw new UsageError(`${text} holds ${colours.length} colours; a palette needs 2 to 64.`);
    }
    return { palette: colours.map((c) => c.colour), names: colours.map((c) => c.name).join('\n') };
  }
  const count = numberOption(text, 'colours', 2, 64) ?? 12;
  if (!Number.isInteger(count)) throw new UsageError('--colours must be a whole number or a .gpl file.');
  const found = take(count);
  return { palette: found.length > 1 ? found : [...found, '#000000'], names: '' };
}

/** The settings of marks that make a mosaic, as the options ask for it. */
function settingsOf(values: Values, { palette, names }: Colours): Partial<MarkSettings> {
  const across = whole(values, 'across');
  if (across === undefined) throw new UsageError('mosaic wants --across N: how many pieces a row has.');
  const relief = (values.relief as string | undefined) ?? 'stud';
  if (!RELIEFS.includes(relief)) throw new UsageError(`--relief must be one of ${RELIEFS.join(', ')}.`);
  const ground = (values.ground as string | undefined) ?? '#2b2723';
  if (!/^#[0-9a-f]{6}$/i.test(ground)) throw new UsageError('--ground must be a colour such as #2b2723.');
  return {
    ...mosaicSettings(relief === 'flat' ? 'none' : relief),
    lattice: 'square',
    across,
    down: whole(values, 'down') ?? 0,
    colour: 'palette',
    palette,
    names,
    diffuse: values.diffuse === true,
    saturation: number(values, 'saturation', 0, 3) ?? 1,
    gap: number(values, 'gap', 0, 0.8) ?? 0.04,
    light: number(values, 'light', -360, 360) ?? 135,
    groundColour: [ground.toLowerCase()],
  };
}

export async function mosaic(args: readonly string[]): Promise<void> {
  const { positionals, values } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('mosaic takes IN and OUT.');
  const kind = KINDS[extname(out).toLowerCase()];
  if (!kind) throw new UsageError(`OUT must end in ${Object.keys(KINDS).join(', ')}.`);
  for (const file of [out, values.map, values.counts]) if (file !== undefined) checkOutput(file);
  if (values.map !== undefined && extname(values.map) !== '.pdf') throw new UsageError('--map must end in .pdf.');
  if (values.counts !== undefined && extname(values.counts) !== '.csv')
    throw new UsageError('--counts must end in .csv.');
  const picture = await normalisePicture(await readInput(input), input);
  const source = memorySource(picture.width, picture.height, picture.channels, picture.pixels);
  const settings = settingsOf(values, await coloursOf(values.colours, (n) => paletteOfPicture(source, n)));
  const base = createJob('mosaic', 'pass');
  const fill: Fill = fillOf(base.passes[0]!);
  const { width, height } = picture;
  const job: Job = readJob({
    ...base,
    sheet: { ...base.sheet, ...sheetOf(picture, { ppi: values.ppi, width: values.width }) },
    plates: { ...base.plates, margin: 0 },
    pictures: [filePicture({ id: 'in', name: 'in', hash: '0'.repeat(64), width, height })],
    passes: [
      withFill(base.passes[0]!, {
        feed: { ...fill.feed, picture: 'in', part: 'colour' },
        screen: { ...fill.screen, family: 'marks', marks: { ...fill.screen.marks, ...settings } },
      }),
    ],
  });
  const files: [OutputName, string][] = [[kind, out]];
  if (values.map !== undefined) files.push(['build-map', values.map]);
  if (values.counts !== undefined) files.push(['piece-counts', values.counts]);
  for (const [asked, file] of files) {
    await writeFile({
      kernels: createKernels(),
      job,
      asked: { kind: asked, pass: job.passes[0]!.id },
      pictures: () => source,
      file,
      progress: terminalProgress,
    });
  }
}
