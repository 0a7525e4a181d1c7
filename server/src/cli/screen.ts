import { readFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createJob,
  createKernels,
  DEFAULT_SCREEN,
  DOT_SHAPES,
  type FamilyName,
  type Frequency,
  GRAIN_METHODS,
  type GrainSettings,
  type Job,
  LATTICES,
  LINE_KINDS,
  memorySource,
  type OutputKind,
  readGpl,
  readJob,
  filePicture,
} from '@chromatype/core';
import sharp from 'sharp';
import { type NormalPicture, normalisePicture } from '../pictures/normalise.ts';
import { writeOutput } from '../render/write-output.ts';
import { numberOption } from './numbers.ts';
import { terminalProgress } from './progress.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype screen IN OUT     one picture through one screen
  --ppi N            sheet resolution (default: the file's own, else 300)
  --width MM         sheet width; without it one picture pixel is one sheet pixel
  --feed PART        lightness (default) | r | g | b | alpha
  --tone MEANING     light (true light, default) | even (encoded values straight to coverage)
  --dots NAME | --lines NAME | --grain NAME | --tile FILE     the screen; names: chromatype list
                     (default: Round dots)
  --lpi N | --pitch MM | --across N     frequency
  --angle DEG        turn of the rows, counter-clockwise
  --lattice NAME     for dots: ${LATTICES.map((l) => l.name).join(', ')}
  --softness F       for dots: 0 (default) to 1
  --grain-size PX    side of a grain in whole pixels
  --serpentine       diffusion rows run to and fro
  --noise F          for diffusion: threshold noise, 0 to 1
  --cut F            for cut-off: the tone
  --levels N         2 to 64 strengths of ink
  --palette FILE     the colours of a .gpl palette, instead of one ink
  --space NAME       where palette colours are compared: oklab (default) | light
  --seed N           for everything random
  --cell             one tone a cell
  --smallest F       tone below which nothing prints
  --solid-from F     tone from which everything prints`;

const TEXT = { type: 'string' } as const;
const YES = { type: 'boolean' } as const;
const OPTIONS = {
  ppi: TEXT,
  width: TEXT,
  feed: TEXT,
  tone: TEXT,
  dots: TEXT,
  lines: TEXT,
  grain: TEXT,
  tile: TEXT,
  lpi: TEXT,
  pitch: TEXT,
  across: TEXT,
  angle: TEXT,
  lattice: TEXT,
  softness: TEXT,
  'grain-size': TEXT,
  serpentine: YES,
  noise: TEXT,
  cut: TEXT,
  levels: TEXT,
  palette: TEXT,
  space: TEXT,
  seed: TEXT,
  cell: YES,
  smallest: TEXT,
  'solid-from': TEXT,
} as const;

type Values = { [K in keyof typeof OPTIONS]?: (typeof OPTIONS)[K]['type'] extends 'boolean' ? boolean : string };

function frequencyOf(values: Values): Frequency {
  const given = [
    { per: 'lpi', value: numberOption(values.lpi, 'lpi', 0.01, 2400) },
    { per: 'mm', value: numberOption(values.pitch, 'pitch', 0.001, 3000) },
    { per: 'across', value: numberOption(values.across, 'across', 1, 100000) },
  ].filter((f): f is Frequency => f.value !== undefined);
  if (given.length > 1) throw new UsageError('Give one of --lpi, --pitch and --across.');
  return given[0] ?? DEFAULT_SCREEN.frequency;
}

function nameOption(text: string | undefined, option: string, names: readonly string[]): string {
  if (text === undefined) return names[0]!;
  if (!names.includes(text)) throw new UsageError(`--${option} must be one of ${names.join(', ')}.`);
  return text;
}

function familyOf(values: Values): FamilyName {
  const given = (['dots', 'lines', 'grain', 'tile'] as const).filter((name) => values[name] !== undefined);
  if (given.length > 1) throw new UsageError('Give one of --dots, --lines, --grain and --tile.');
  // Levels and palettes are printed in grain.
  const many = values.levels !== undefined || values.palette !== undefined;
  if (many && given[0] && given[0] !== 'grain') {
    throw new UsageError(`--levels and --palette are printed in grain; leave out --${given[0]}.`);
  }
  return given[0] ?? (many ? 'grain' : 'dots');
}

function grainOf(values: Values, palette: readonly string[] | null): GrainSettings {
  const { grain } = DEFAULT_SCREEN;
  const levels = numberOption(values.levels, 'levels', 2, 64);
  if (levels !== undefined && palette) throw new UsageError('Give one of --levels and --palette.');
  if (levels !== undefined && !Number.isInteger(levels)) throw new UsageError('--levels must be a whole number.');
  return {
    ...grain,
    method: nameOption(values.grain, 'grain', names(GRAIN_METHODS)),
    size: numberOption(values['grain-size'], 'grain-size', 1, 200) ?? 1,
    serpentine: values.serpentine ?? false,
    noise: numberOption(values.noise, 'noise', 0, 1) ?? 0,
    cut: numberOption(values.cut, 'cut', 0.01, 0.99) ?? grain.cut,
    prints: palette ? 'palette' : levels !== undefined ? 'levels' : 'ink',
    levels: levels ?? grain.levels,
    palette: palette ?? grain.palette,
    space: nameOption(values.space, 'space', ['oklab', 'light']),
  };
}

const names = (entries: readonly { readonly name: string }[]) => entries.map((e) => e.name);

/** Pictures that a screen takes: the one that is printed, and the tile. */
interface Taken {
  readonly picture: NormalPicture;
  readonly tile: NormalPicture | null;
}

const TILE = { id: 'tile', name: 'tile', hash: '1'.repeat(64) };

function jobOf(values: Values, taken: Taken, palette: readonly string[] | null, ownPpi: number | undefined): Job {
  const { picture, tile } = taken;
  const ppi = numberOption(values.ppi, 'ppi', 30, 2400) ?? Math.min(2400, Math.max(30, ownPpi ?? 300));
  const width = numberOption(values.width, 'width', 5, 3000);
  const mm = (pixels: number) => (pixels / ppi) * 25.4;
  const sheet =
    width === undefined
      ? { width: mm(picture.width), height: mm(picture.height) }
      : { width, height: (width * picture.height) / picture.width };
  const base = createJob('screen', 'pass');
  const pass = base.passes[0]!;
  const size = ({ width: w, height: h }: NormalPicture) => ({ width: w, height: h });
  return readJob({
    ...base,
    sheet: { ...base.sheet, ...sheet, ppi },
    plates: { ...base.plates, margin: 0 },
    pictures: [
      filePicture({ id: 'in', name: 'in', hash: '0'.repeat(64), ...size(picture) }),
      ...(tile ? [filePicture({ ...TILE, ...size(tile) })] : []),
    ],
    passes: [
      {
        ...pass,
        feed: {
          ...pass.feed,
          picture: 'in',
          part: palette && values.feed === undefined ? 'colour' : nameOption(values.feed, 'feed', PARTS),
        },
        tone: { ...pass.tone, meaning: nameOption(values.tone, 'tone', ['light', 'even']) },
        screen: {
          ...pass.screen,
          family: familyOf(values),
          frequency: frequencyOf(values),
          angle: numberOption(values.angle, 'angle', -3600, 3600) ?? 45,
          seed: numberOption(values.seed, 'seed', 0, 999999) ?? pass.screen.seed,
          oneTone: values.cell ?? false,
          smallest: numberOption(values.smallest, 'smallest', 0, 0.95) ?? 0,
          solidFrom: numberOption(values['solid-from'], 'solid-from', 0.05, 1) ?? 1,
          dots: {
            ...pass.screen.dots,
            shape: nameOption(values.dots, 'dots', names(DOT_SHAPES)),
            lattice: nameOption(values.lattice, 'lattice', names(LATTICES)),
            softness: numberOption(values.softness, 'softness', 0, 1) ?? 0,
          },
          lines: { ...pass.screen.lines, kind: nameOption(values.lines, 'lines', names(LINE_KINDS)) },
          grain: grainOf(values, palette),
          tile: { ...pass.screen.tile, picture: tile ? TILE.id : null },
        },
      },
    ],
  });
}

/** What each ending makes. */
const ENDINGS: Readonly<Record<string, OutputKind>> = { '.png': 'plate', '.tif': 'plate-tif', '.pdf': 'plates-pdf' };

const PARTS = ['lightness', 'colour', 'r', 'g', 'b', 'alpha'];

async function readPalette(file: string): Promise<readonly string[]> {
  const { colours } = readGpl(await readFile(file, 'utf8'));
  if (colours.length < 2 || colours.length > 64) {
    throw new UsageError(`${file} holds ${colours.length} colours; a palette needs 2 to 64.`);
  }
  return colours.map((c) => c.colour);
}

export async function screen(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('screen takes IN and OUT.');
  const kind = ENDINGS[extname(out).toLowerCase()];
  if (!kind) throw new UsageError('OUT must end in .png, .tif or .pdf.');
  const bytes = await readFile(input);
  const picture = await normalisePicture(bytes, input);
  const { density } = await sharp(bytes).metadata();
  const tile = values.tile === undefined ? null : await normalisePicture(await readFile(values.tile), values.tile);
  const palette = values.palette === undefined ? null : await readPalette(values.palette);
  const job = jobOf(values, { picture, tile }, palette, picture.format === 'svg' ? undefined : density);
  const sourceOf = (p: NormalPicture) => memorySource(p.width, p.height, p.channels, p.pixels);
  await writeOutput({
    kernels: createKernels(),
    job,
    asked: { kind, pass: job.passes[0]!.id },
    pictures: (hash) => (hash === TILE.hash ? tile && sourceOf(tile) : sourceOf(picture)),
    file: out,
    progress: terminalProgress,
  });
}
