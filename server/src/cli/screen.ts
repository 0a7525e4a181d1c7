import { readFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { parseArgs } from 'node:util';
import {
  createKernels,
  DEFAULT_SCREEN,
  DOT_SHAPES,
  type Frequency,
  type Job,
  LATTICES,
  createJob,
  memorySource,
  readJob,
} from '@chromatype/core';
import sharp from 'sharp';
import { normalisePicture } from '../pictures/normalise.ts';
import { writeOutput } from '../render/write-output.ts';
import { numberOption } from './numbers.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype screen IN OUT.png   one picture through one screen
  --ppi N            sheet resolution (default: the file's own, else 300)
  --width MM         sheet width; without it one picture pixel is one sheet pixel
  --feed PART        lightness (default) | r | g | b | alpha
  --tone MEANING     light (true light, default) | even (encoded values straight to coverage)
  --dots NAME        a dot shape: ${DOT_SHAPES.map((d) => d.name).join(', ')}
  --lpi N | --pitch MM | --across N     frequency
  --angle DEG        turn of the rows, counter-clockwise
  --lattice NAME     square (default)
  --cell             one tone a cell
  --smallest F       tone below which nothing prints
  --solid-from F     tone from which everything prints`;

const TEXT = { type: 'string' } as const;
const OPTIONS = {
  ppi: TEXT,
  width: TEXT,
  feed: TEXT,
  tone: TEXT,
  dots: TEXT,
  lpi: TEXT,
  pitch: TEXT,
  across: TEXT,
  angle: TEXT,
  lattice: TEXT,
  cell: { type: 'boolean' },
  smallest: TEXT,
  'solid-from': TEXT,
} as const;

type Values = { [K in keyof typeof OPTIONS]?: K extends 'cell' ? boolean : string };

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

function jobOf(values: Values, picture: { width: number; height: number }, ownPpi: number | undefined): Job {
  const ppi = numberOption(values.ppi, 'ppi', 30, 2400) ?? Math.min(2400, Math.max(30, ownPpi ?? 300));
  const width = numberOption(values.width, 'width', 5, 3000);
  const mm = (pixels: number) => (pixels / ppi) * 25.4;
  const sheet =
    width === undefined
      ? { width: mm(picture.width), height: mm(picture.height) }
      : { width, height: (width * picture.height) / picture.width };
  const base = createJob('screen', 'pass');
  const pass = base.passes[0]!;
  return readJob({
    ...base,
    sheet: { ...base.sheet, ...sheet, ppi },
    pictures: [{ id: 'in', name: 'in', hash: '0'.repeat(64), width: picture.width, height: picture.height }],
    passes: [
      {
        ...pass,
        feed: {
          ...pass.feed,
          picture: 'in',
          part: nameOption(values.feed, 'feed', ['lightness', 'r', 'g', 'b', 'alpha']),
        },
        tone: { ...pass.tone, meaning: nameOption(values.tone, 'tone', ['light', 'even']) },
        screen: {
          ...pass.screen,
          shape: nameOption(
            values.dots,
            'dots',
            DOT_SHAPES.map((d) => d.name),
          ),
          lattice: nameOption(
            values.lattice,
            'lattice',
            LATTICES.map((l) => l.name),
          ),
          frequency: frequencyOf(values),
          angle: numberOption(values.angle, 'angle', -3600, 3600) ?? 45,
          oneTone: values.cell ?? false,
          smallest: numberOption(values.smallest, 'smallest', 0, 0.95) ?? 0,
          solidFrom: numberOption(values['solid-from'], 'solid-from', 0.05, 1) ?? 1,
        },
      },
    ],
  });
}

const terminalProgress = (share: number): void => {
  if (process.stderr.isTTY) process.stderr.write(share < 1 ? `\r${Math.round(share * 100)} % ` : '\r       \r');
};

export async function screen(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({ args: [...args], allowPositionals: true, options: OPTIONS });
  const [input, out] = positionals;
  if (!input || !out || positionals.length > 2) throw new UsageError('screen takes IN and OUT.');
  if (extname(out).toLowerCase() !== '.png')
    throw new UsageError('OUT must end in .png; other formats are not written yet.');
  const bytes = await readFile(input);
  const picture = await normalisePicture(bytes, input);
  const { density } = await sharp(bytes).metadata();
  const job = jobOf(values, picture, picture.format === 'svg' ? undefined : density);
  const source = memorySource(picture.width, picture.height, picture.channels, picture.pixels);
  writeOutput({
    kernels: createKernels(),
    job,
    asked: { kind: 'plate', pass: job.passes[0]!.id },
    pictures: () => source,
    file: out,
    progress: terminalProgress,
  });
}
