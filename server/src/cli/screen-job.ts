import {
  createJob,
  type Fill,
  filePicture,
  fillOf,
  type Job,
  LATTICES,
  memorySource,
  type PictureSource,
  readGpl,
  readJob,
  withFill,
} from '@chromatype/core';
import { type NormalPicture, normalisePicture } from '../pictures/reading/normalise.ts';
import { BEND_HELP, BEND_OPTIONS, bendsFrom } from './bend-options.ts';
import { MARK_HELP, MARK_OPTIONS, markSettings, withMarks } from './mark-options.ts';
import { readInput } from './files.ts';
import { sheetOf } from './sheet-of.ts';
import { checkFrequency, familyOf, frequencyOf, NAMED_FAMILIES, type ScreenValues } from './screen-options.ts';
import { SETTING_OPTIONS, withOptions } from './setting-options.ts';
import { readStencilFile, STENCIL_HASH, type StencilFile } from './stencil-file.ts';
import { UsageError } from './usage-error.ts';

/** The options of a screen, as they are told. */
export const SCREEN_HELP = `  --ppi N            sheet resolution (default: the file's own, else 300)
  --width MM         sheet width; without it one picture pixel is one sheet pixel
  --feed PART        lightness (default) | r | g | b | alpha
  --tone MEANING     light (true light, default) | even (encoded values straight to coverage)
  ${NAMED_FAMILIES.filter((name) => name !== 'marks')
    .map((name) => `--${name} NAME`)
    .join(' | ')} | --tile FILE     the screen; names: chromatype list
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
  --minimum-dot F    tone below which nothing prints (also --smallest)
  --solid-from F     tone from which everything prints
  --stencil FILE     prints only inside: an SVG in mm of the sheet, or a PNG whose dark or opaque parts are inside
  --inset MM         leaves only what lies further inside the stencil's edge
  --grow MM          moves the stencil's edge outwards; below 0 it shrinks
  --feather MM       width over which the stencil's edge fades
  --set PATH=VALUE   any other setting, may be given several times; paths: chromatype list settings${BEND_HELP}${MARK_HELP}`;

const TEXT = { type: 'string' } as const;
export const SCREEN_OPTIONS = {
  ppi: TEXT,
  width: TEXT,
  feed: TEXT,
  tile: TEXT,
  lpi: TEXT,
  pitch: TEXT,
  across: TEXT,
  palette: TEXT,
  stencil: TEXT,
  ...SETTING_OPTIONS,
  ...MARK_OPTIONS,
  ...BEND_OPTIONS,
} as const;

/** What grain prints, and the settings that differ on the command line: rows that run one way unless asked. */
function grainOf(values: ScreenValues, { screen }: Fill, palette: readonly string[] | null): Fill['screen']['grain'] {
  if (values.levels !== undefined && palette) throw new UsageError('Give one of --levels and --palette.');
  return {
    ...screen.grain,
    serpentine: false,
    prints: palette ? 'palette' : values.levels !== undefined ? 'levels' : 'ink',
    palette: palette ?? screen.grain.palette,
  };
}

/** What of a picture decides the sheet that it is printed on. */
export type SheetPicture = Pick<NormalPicture, 'width' | 'height' | 'ppi' | 'size'>;

/** Pictures that a screen takes: the one that is printed, and the tile. */
interface Taken {
  readonly picture: SheetPicture;
  readonly tile: NormalPicture | null;
  readonly stencil: StencilFile | null;
}

const TILE = { id: 'tile', name: 'tile', hash: '1'.repeat(64) };
/** Options of settings that mean something else with marks. */
const MEANT_OTHERWISE = ['marks', 'lattice', 'smallest'];

const withoutMarkOptions = (values: ScreenValues): ScreenValues =>
  Object.fromEntries(Object.entries(values).filter(([name]) => !MEANT_OTHERWISE.includes(name))) as ScreenValues;

const PARTS = ['lightness', 'colour', 'r', 'g', 'b', 'alpha'] as const;

function partOf(values: ScreenValues, palette: readonly string[] | null): (typeof PARTS)[number] {
  if (values.feed === undefined) return palette ? 'colour' : 'lightness';
  const part = PARTS.find((name) => name === values.feed);
  if (!part) throw new UsageError(`--feed must be one of ${PARTS.join(', ')}.`);
  return part;
}

type Marks = Awaited<ReturnType<typeof markSettings>>;

function jobOf(values: ScreenValues, taken: Taken, palette: readonly string[] | null, marks: Marks): Job {
  const { picture, tile, stencil } = taken;
  const sheet = sheetOf(picture, values);
  const base = createJob('screen', 'pass');
  const pass = base.passes[0]!;
  const fill = fillOf(pass);
  const size = ({ width: w, height: h }: Pick<SheetPicture, 'width' | 'height'>) => ({ width: w, height: h });
  const job: Job = {
    ...base,
    sheet: { ...base.sheet, ...sheet },
    plates: { ...base.plates, margin: 0 },
    repeat: { ...base.repeat, kind: (values.repeat ?? 'square') as Job['repeat']['kind'], ppi: Math.round(sheet.ppi) },
    pictures: [
      filePicture({ id: 'in', name: 'in', hash: '0'.repeat(64), ...size(picture) }),
      ...(tile ? [filePicture({ ...TILE, ...size(tile) })] : []),
      ...(stencil?.picture ? [stencil.picture] : []),
    ],
    stencils: stencil ? [stencil.stencil] : [],
    passes: [
      withFill(pass, {
        stencil: stencil?.stencil.id ?? null,
        feed: {
          ...fill.feed,
          picture: 'in',
          part: partOf(values, palette ?? (marks?.colour && marks.colour !== 'ink' ? [] : null)),
        },
        screen: withMarks(
          {
            ...fill.screen,
            family: familyOf(values),
            frequency: frequencyOf(values, fill.screen.frequency),
            grain: grainOf(values, fill, palette),
            tile: { ...fill.screen.tile, picture: tile ? TILE.id : null },
          },
          marks,
        ),
        bend: bendsFrom(values, { ...base.sheet, ...sheet }),
      }),
    ],
  };
  const made = withOptions(job, pass.id, marks ? withoutMarkOptions(values) : values);
  checkFrequency(made, values);
  return readJob(made);
}

async function readPalette(file: string): Promise<readonly string[]> {
  const { colours } = readGpl((await readInput(file)).toString('utf8'));
  if (colours.length < 2 || colours.length > 64) {
    throw new UsageError(`${file} holds ${colours.length} colours; a palette needs 2 to 64.`);
  }
  return colours.map((c) => c.colour);
}

/** A job of one picture through one screen, and what it reads with. */
export interface ScreenJob {
  readonly job: Job;
  /** Whether it prints marks, which have outlines. */
  readonly marks: boolean;
  /** The pixels of the tile or the stencil of that hash; null for other hashes. */
  beside(hash: string): PictureSource | null;
}

const sourceOf = (p: NormalPicture): PictureSource => memorySource(p.width, p.height, p.channels, p.pixels);

/**
 * Makes the job that the options of a screen describe.
 * @param picture the picture that is printed: its pixels are found under the hash of noughts
 * @throws UsageError naming the option that is wrong
 */
export async function screenJob(values: ScreenValues, picture: SheetPicture): Promise<ScreenJob> {
  const tile = values.tile === undefined ? null : await normalisePicture(await readInput(values.tile), values.tile);
  const stencil = values.stencil === undefined ? null : await readStencilFile(values.stencil);
  const palette = values.palette === undefined ? null : await readPalette(values.palette);
  const marks = await markSettings(values);
  return {
    job: jobOf(values, { picture, tile, stencil }, palette, marks),
    marks: marks !== null,
    beside(hash) {
      if (hash === TILE.hash) return tile && sourceOf(tile);
      if (hash === STENCIL_HASH) return stencil?.pixels ? sourceOf(stencil.pixels) : null;
      return null;
    },
  };
}
