import { writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import {
  type Findings,
  findPrint,
  inkNames,
  matchSettings,
  recipeFileText,
  recipeOfFindings,
  ScanError,
} from '@chromatype/core';
import sharp from 'sharp';
import { statedPpi } from '../pictures/reading/resolution.ts';
import { checkOutput, readInput } from './files.ts';
import { numberOption } from './numbers.ts';
import { UsageError } from './usage-error.ts';

/** Resolution of scans that state none. */
const USUAL_PPI = 600;
/** Side of the part in the middle of a scan that is read. */
const LARGEST = 2000;

export const HELP = `chromatype match FILE [--ppi N] [--turn D] [--name NAME] [--recipe OUT.recipe.json]
  finds how a print was made from a scan of it (PNG, JPEG, TIFF): stock, inks and the screen of each, with how sure each is,
  as JSON. The middle of the scan, up to ${LARGEST} × ${LARGEST} pixels, is read.
  --ppi N      resolution of the scan (default: the file's own, else ${USUAL_PPI})
  --turn D     degrees by which the print lies turned in the scan, counter-clockwise (default: 0)
  --name NAME  name of the recipe
  --recipe OUT writes the look as a recipe`;

interface Scan {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
  readonly ppi: number | null;
}

async function readScan(file: string): Promise<Scan> {
  const bytes = await readInput(file);
  try {
    const image = sharp(bytes, { failOn: 'truncated', limitInputPixels: false });
    const metadata = await image.metadata();
    const [width, height] = [Math.min(LARGEST, metadata.width), Math.min(LARGEST, metadata.height)];
    const left = (metadata.width - width) >> 1;
    const top = (metadata.height - height) >> 1;
    const { data } = await image
      .flatten({ background: '#fff' })
      .toColourspace('srgb')
      .extract({ left, top, width, height })
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
    const channels = data.length / (width * height);
    const rgb = Uint8Array.from({ length: 3 * width * height }, (_, k) =>
      channels === 1 ? data[Math.floor(k / 3)]! : data[k]!,
    );
    return { width, height, rgb, ppi: statedPpi(bytes, metadata) };
  } catch {
    throw new UsageError(`${file} is not a picture that can be read.`);
  }
}

const rounded = (v: number, digits: number): number => Number(v.toFixed(digits));

/** What was found, in the units of the trade. */
function told(findings: Findings, ppi: number, turn: number) {
  const lab = (values: readonly number[]) => values.map((v) => rounded(v, 1));
  const names = inkNames(findings.inks.map((ink) => ink.lab.value));
  const settings = matchSettings(findings, ppi, turn);
  return {
    ppi,
    stock: { lab: lab(findings.stock.value), confidence: findings.stock.confidence },
    count: { value: findings.count.value, confidence: findings.count.confidence },
    turn: { value: rounded(findings.turn.value, 2), confidence: findings.turn.confidence },
    inks: findings.inks.map(({ lab: own, screen, misregister }, k) => ({
      name: names[k],
      lab: lab(own.value),
      colour: own.confidence,
      kind: { value: screen.kind.value, confidence: screen.kind.confidence },
      lpi: { value: settings.inks[k]!.lpi, confidence: screen.pitch.confidence },
      angle: { value: settings.inks[k]!.angle, confidence: screen.angle.confidence },
      shape: { value: settings.inks[k]!.shape, confidence: screen.shape.confidence },
      smallest: { value: screen.smallest.value, confidence: screen.smallest.confidence },
      solidFrom: { value: screen.solidFrom.value, confidence: screen.solidFrom.confidence },
      misregister: {
        value: [settings.inks[k]!.shiftX, settings.inks[k]!.shiftY],
        unit: 'mm right and down',
        confidence: misregister.confidence,
      },
    })),
  };
}

export async function match(args: readonly string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      ppi: { type: 'string' },
      turn: { type: 'string' },
      name: { type: 'string' },
      recipe: { type: 'string' },
    },
  });
  if (positionals.length !== 1) throw new UsageError('match takes one file.');
  const asked = numberOption(values.ppi, 'ppi', 1, 20000);
  const turn = numberOption(values.turn, 'turn', -90, 90) ?? 0;
  if (values.recipe !== undefined) checkOutput(values.recipe);
  const scan = await readScan(positionals[0]!);
  const ppi = asked ?? scan.ppi ?? USUAL_PPI;
  let findings: Findings;
  try {
    findings = findPrint(scan, { ppi });
  } catch (error) {
    if (error instanceof ScanError) throw new UsageError(error.message);
    throw error;
  }
  if (values.recipe !== undefined) {
    const settings = { ...matchSettings(findings, ppi, turn), name: values.name ?? 'Matched print' };
    await writeFile(values.recipe, recipeFileText(recipeOfFindings(findings, settings), {}));
  }
  console.log(JSON.stringify(told(findings, ppi, turn), null, 2));
}
