import sharp from 'sharp';
import {
  bitAt,
  ciede2000,
  dotShape,
  type Findings,
  type FoundInk,
  findPrint,
  type Lab,
  labOfLight,
  PLAIN_SCANNER,
  scanPrint,
  spectrumPeak,
} from '../../src/index.ts';
import { random } from '../random.ts';
import { interpreterPlate } from '../referees/postscript.ts';
import { printed, throughJpeg } from './made-scans.ts';
import { type RandomPrint, randomPrint } from './random-prints.ts';

/** Spot functions that the interpreter prints as well, and that have one strongest wave or two equal ones. */
const INTERPRETED = [
  'Round',
  'SimpleDot',
  'Ellipse',
  'CosineDot',
  'Diamond',
  'Square',
  'EllipseA',
  'InvertedSimpleDot',
  'Rhomboid',
];
/** Pixels of the scans along each side, before they are resampled. */
const SIDE = 800;
/** Tones along each side of the pictures that the interpreter prints. */
const TONES = 455;

/** What a made scan truly shows; lengths in pixels of the scan. */
interface TrueInk {
  readonly lab: Lab;
  readonly pitch: number;
  readonly angle: number;
}

export interface Trial {
  readonly print: RandomPrint;
  readonly interpreted: boolean;
  readonly rgb: Uint8Array;
  readonly side: number;
  readonly stock: Lab;
  readonly inks: readonly TrueInk[];
}

/** Plates of the interpreter in the place of our own, and where its screens really stand: it rounds them. */
function interpretedPlates(print: RandomPrint): RandomPrint {
  const angles: number[] = [];
  const cells: number[] = [];
  const plates = print.plates.map((plate) => {
    const tones = Uint8Array.from({ length: TONES * TONES }, (_, k) =>
      Math.round(255 * plate.tone((k % TONES) / TONES, Math.floor(k / TONES) / TONES)),
    );
    const { frequency, angle } = plate.screen;
    const made = interpreterPlate(print.shape, frequency.value, angle, print.ppi, print.side, tones, TONES);
    const peak = spectrumPeak((x, y) => bitAt(made, x, y), print.side, print.side, 2048)!;
    cells.push(1 / peak.frequency / 4);
    angles.push(peak.angle);
    return { ...plate, plate: made };
  });
  return { ...print, plates, angles, cells };
}

/** A scan by chance: a print by our own plates or the interpreter's, turned, blurred, with noise, resampled, as JPEG. */
export async function madeTrial(seed: number): Promise<Trial> {
  const next = random(seed + 5000);
  const own = randomPrint(seed);
  const interpreted = own.kind === 'dots' && next() < 0.25;
  const print = interpreted ? interpretedPlates(randomPrint(seed, INTERPRETED)) : own;
  const sheet = printed(print);
  const turn = 14 * next() - 7;
  const how = { ...PLAIN_SCANNER, scale: 4, turn, blur: 0.4 + 0.6 * next(), noise: 0.004 + 0.014 * next(), seed };
  const scanned = scanPrint(sheet, { ...how, width: SIDE, height: SIDE });
  const side = Math.round(SIDE * (0.85 + 0.35 * next()));
  const resampled = await sharp(scanned, { raw: { width: SIDE, height: SIDE, channels: 3 } })
    .resize(side, side, { kernel: 'cubic' })
    .raw()
    .toBuffer();
  const labAt = (code: number) =>
    labOfLight([sheet.lights[3 * code]!, sheet.lights[3 * code + 1]!, sheet.lights[3 * code + 2]!]);
  return {
    print,
    interpreted,
    side,
    rgb: await throughJpeg(new Uint8Array(resampled), side, side),
    stock: labAt(0),
    inks: print.inks.map((_, k) => ({
      lab: labAt(1 << k),
      pitch: (print.cells[k]! * side) / SIDE,
      angle: print.angles[k]! + turn,
    })),
  };
}

export type Claim = 'count' | 'stock' | 'colour' | 'kind' | 'pitch' | 'angle' | 'group' | 'shape';

/** How often each claim was right and wrong, by how sure it was; distances in colour; and misses in words. */
export class Tally {
  readonly right = new Map<string, number>();
  readonly wrong = new Map<string, number>();
  readonly differences: number[] = [];
  readonly misses: string[] = [];

  note(claim: Claim, confidence: string, ok: boolean): void {
    const list = ok ? this.right : this.wrong;
    const key = `${claim} ${confidence}`;
    list.set(key, (list.get(key) ?? 0) + 1);
  }

  /** Right ones and all of a claim, of one confidence or of every one. */
  of(claim: Claim | null, confidence: string | null): readonly [number, number] {
    const fits = (key: string) => {
      const [c, how] = key.split(' ');
      return (claim === null || c === claim) && (confidence === null || how === confidence);
    };
    const sum = (list: Map<string, number>) => [...list].reduce((n, [key, count]) => n + (fits(key) ? count : 0), 0);
    const right = sum(this.right);
    return [right, right + sum(this.wrong)];
  }

  share(claim: Claim | null, confidence: string | null = null): number {
    const [right, all] = this.of(claim, confidence);
    return all === 0 ? 1 : right / all;
  }
}

/** Shapes that are the same pattern as others: a wave each way in half a cell, and those that are lines. */
function trueShape({ print: { kind, shape } }: Trial): { kind: string; group: string; per: number } {
  if (kind === 'lines' || shape.startsWith('Line')) return { kind: 'lines', group: 'Bars and crosses', per: 1 };
  if (shape.includes('DoubleDot')) return { kind, group: 'Round and oval', per: 2 };
  if (shape === 'InvertedDouble') return { kind, group: 'Rings and waves', per: 1 };
  return { kind, group: dotShape(shape)?.group ?? '', per: 1 };
}

/** Colours further apart than this (CIEDE2000) count as wrong where they are claimed. */
const WRONG_COLOUR = 6;

function noteInk(tally: Tally, trial: Trial, truth: TrueInk, ink: FoundInk, off: number, label: string): void {
  const { screen } = ink;
  const { kind, group, per } = trueShape(trial);
  const miss = (what: string) => tally.misses.push(`${label}: ${what}`);
  tally.note('colour', ink.lab.confidence, off < WRONG_COLOUR);
  if (off >= WRONG_COLOUR) miss(`colour ${off.toFixed(1)} (${ink.lab.confidence})`);
  // What is no ink of the print has no screen that could be compared.
  if (off > 20) return;
  tally.note('kind', screen.kind.confidence, screen.kind.value === kind);
  if (screen.kind.value !== kind) miss(`kind ${screen.kind.value} (${screen.kind.confidence})`);
  if (kind === 'grain') return;
  const stretch = 100 * (truth.pitch / per / screen.pitch.value - 1);
  tally.note('pitch', screen.pitch.confidence, Math.abs(stretch) <= 0.3);
  if (Math.abs(stretch) > 0.3) miss(`frequency ${stretch.toFixed(2)} % (${screen.pitch.confidence})`);
  const turn = ((((screen.angle.value - truth.angle) % 90) + 135) % 90) - 45;
  // Lines are told by the direction of their wave or of the lines: both are multiples of a quarter turn.
  tally.note('angle', screen.angle.confidence, Math.abs(turn) <= 0.2);
  if (Math.abs(turn) > 0.2) miss(`angle ${turn.toFixed(2)}° (${screen.angle.confidence})`);
  tally.note('group', screen.group.confidence, screen.group.value === group);
  if (screen.group.value !== group) miss(`${screen.shape.value}, ${screen.group.value} (${screen.group.confidence})`);
  if (screen.shape.confidence !== 'none') {
    tally.note('shape', screen.shape.confidence, screen.shape.value === trial.print.shape);
  }
}

/** Finds the print of a trial and notes what was right. */
export function tryPrint(tally: Tally, trial: Trial, label: string): Findings | null {
  let found: Findings;
  try {
    found = findPrint({ width: trial.side, height: trial.side, rgb: trial.rgb });
  } catch (error) {
    tally.note('count', 'refused', false);
    tally.misses.push(`${label}: ${(error as Error).message}`);
    return null;
  }
  const right = found.inks.length === trial.inks.length;
  tally.note('count', found.count.confidence, right);
  if (!right) tally.misses.push(`${label}: ${found.inks.length} inks (${found.count.confidence})`);
  tally.note('stock', found.stock.confidence, ciede2000(found.stock.value, trial.stock) < WRONG_COLOUR);
  for (const truth of trial.inks) {
    const off = (ink: FoundInk) => ciede2000(ink.lab.value, truth.lab);
    const nearest = found.inks.reduce((a, b) => (off(b) < off(a) ? b : a));
    tally.differences.push(off(nearest));
    noteInk(tally, trial, truth, nearest, off(nearest), label);
  }
  return found;
}
