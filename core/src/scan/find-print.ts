import { labOfLight } from '../colour/lab.ts';
import { DENSITY_OF_BYTE } from './density.ts';
import { findInks, type ScanInks } from './find-inks.ts';
import { type Confidence, type Findings, found, type FoundInk } from './findings.ts';
import { type InkPlane, inkPlanes } from './ink-plane.ts';
import { type Lattice, screensOf } from './lattices.ts';
import type { ScanPixels } from './pixels.ts';
import { readGrain, type ReadScreen, readScreen } from './read-screen.ts';
import { misregisters } from './misregister.ts';
import { ScanError } from './scan-error.ts';
import { lightAt } from './overprint-lights.ts';
import { spectrumOf } from './spectrum-peaks.ts';
import { textureOf } from './stock-texture.ts';
import { usualTurn } from './usual-turn.ts';

/** Least side of a region in pixels. */
export const LEAST_SIDE = 200;
/** Side of the square of which the spectrum is taken. */
const SQUARE = 1024;
/** Pixels that a cell needs to be read at all, and to be read well. */
const FINEST = 4.5;
const GOOD = 10;
/** Printed matter shows its stock, its inks and their overprints alone on at least so much of it. */
const PRINTED = 0.5;

/** Grains of print are smaller than this, in pixels; what is larger is the picture. */
const LARGEST_GRAIN = 16;
const NO_SCREEN =
  'There is no screen here: the tones run smoothly into each other. If it was printed, its dots are finer than the scan shows; scan it at twice the resolution.';

/** What a search has done so far, 0..1. */
export type Report = (share: number) => void;

/** The regular screens of the middle of a scan, by their densities. */
export function screensOfScan({ width, height, rgb }: ScanPixels): Lattice[] {
  const side = Math.min(SQUARE, width, height);
  const [x0, y0] = [(width - side) >> 1, (height - side) >> 1];
  return screensOf(spectrumOf(side, (c, x, y) => DENSITY_OF_BYTE[rgb[3 * ((y0 + y) * width + x0 + x) + c]!]!));
}

/** The regular screen of one ink by itself: one that hides behind the ripple of two others is seen there. */
function screenOfPlane({ width, height, data }: InkPlane): Lattice | null {
  const side = Math.min(SQUARE, width, height);
  const [x0, y0] = [(width - side) >> 1, (height - side) >> 1];
  const spectrum = spectrumOf(side, (_, x, y) => data[(y0 + y) * width + x0 + x]! / 255, 1);
  return screensOf(spectrum)[0] ?? null;
}

const cellOf = ({ waves }: Lattice): number => 1 / Math.hypot(...waves[0]);

/** Share of pixels that lie near to a combination of inks and not between two. */
function plainShare(planes: readonly InkPlane[]): number {
  let plain = 0;
  let all = 0;
  const [first] = planes;
  for (let k = 0; first && k < first.data.length; k += 7) {
    all++;
    if (planes.every(({ data }) => data[k]! < 56 || data[k]! > 199)) plain++;
  }
  return all === 0 ? 0 : plain / all;
}

/** A share of colours that is not explained by so much says that an ink was missed. */
const MISSED = 0.12;

/** Colours are never sure: where two inks cover each other everywhere, one of them is seen through the other alone. */
function colourSureness(ink: ScanInks['inks'][number], cell: number): Confidence {
  return cell >= 7 && ink.alone > 0.003 ? 'medium' : 'low';
}

function countSureness({ unexplained }: ScanInks, screened: boolean, cell: number): Confidence {
  if (!screened || unexplained > MISSED) return 'low';
  return cell >= GOOD ? 'high' : 'medium';
}

function stockSureness(bare: number, cell: number): Confidence {
  if (bare > 0.05 && cell > 12) return 'high';
  return bare > 0.02 ? 'medium' : 'low';
}

/** How the parts of a search are reported, and the scan's ppi, where it is known: for the sentence of an error alone. */
export interface FindAsked {
  readonly report?: Report;
  readonly ppi?: number | undefined;
}

/** What is read from a scan before it is put in order: inks by the number of their plane. */
export interface ReadPrint {
  readonly inks: ScanInks;
  readonly planes: readonly InkPlane[];
  readonly screens: readonly ReadScreen[];
  /** Pixels of the smallest cell; infinite of grain. */
  readonly finest: number;
}

/**
 * Reads inks and screens of a scan of a part of a print.
 * @throws ScanError where there is no print, no screen, or one that is too fine for the scan
 */
export function readPrint(scan: ScanPixels, { report = () => {}, ppi }: FindAsked = {}): ReadPrint {
  const { width, height } = scan;
  if (Math.min(width, height) < LEAST_SIDE) {
    throw new ScanError(
      `The region is ${width} × ${height} pixels; choose one of at least ${LEAST_SIDE} × ${LEAST_SIDE}.`,
    );
  }
  const lattices = screensOfScan(scan);
  report(0.2);
  const cells = lattices.map(cellOf);
  const finest = Math.min(...cells);
  if (finest < FINEST) throw new ScanError(tooFine(finest, ppi));
  const inks = findInks(scan, lattices, Math.min(40, ...cells));
  report(0.5);
  if (inks.inks.length === 0) {
    throw new ScanError('There is nothing printed here: only bare stock is seen. Choose a part with a picture.');
  }
  const planes = inkPlanes(scan, inks.table);
  const screens = planes.map((plane, k) => {
    const own = inks.inks[k]!.screen;
    const lattice = own === null ? screenOfPlane(plane) : lattices[own]!;
    const read = lattice ? readScreen(plane, lattice) : readGrain(plane);
    report(0.55 + (0.4 * (k + 1)) / planes.length);
    return read;
  });
  const regular = screens.some(({ screen: { kind, pitch } }) => kind.value !== 'grain' && pitch.confidence !== 'low');
  const grainy = screens.every(({ screen: { kind, pitch } }) => kind.value === 'grain' && pitch.value < LARGEST_GRAIN);
  if (!regular && !(grainy && plainShare(planes) > PRINTED)) throw new ScanError(NO_SCREEN);
  return { inks, planes, screens, finest };
}

/**
 * Finds how a print was made from a scan of a part of it: stock, inks, and the screen of each ink.
 * @throws ScanError as `readPrint`
 */
export function findPrint(scan: ScanPixels, asked: FindAsked = {}): Findings {
  const { inks, planes, screens, finest } = readPrint(scan, asked);
  const order = [...inks.inks.keys()].sort((a, b) => inks.inks[b]!.lab[0] - inks.inks[a]!.lab[0]);
  const lands = misregisters(
    planes,
    screens.map(({ screen }) => screen.pitch.value),
  );
  const all = order.map((k): FoundInk => {
    const ink = inks.inks[k]!;
    const { screen } = screens[k]!;
    return {
      light: ink.light,
      lab: found(ink.lab, colourSureness(ink, screen.pitch.value)),
      area: ink.area,
      misregister: lands[k]!,
      screen,
    };
  });
  const codeOf = (code: number) => order.reduce((bits, k, place) => bits | (((code >> place) & 1) << k), 0);
  const overprints: Findings['overprints'][number][] = [];
  for (let code = 0; code < 1 << all.length; code++) {
    const from = codeOf(code);
    if ((code & (code - 1)) !== 0 && inks.areas[from]! > 0.004) {
      overprints.push({ code, lab: labOfLight(lightAt(inks.printed, from)) });
    }
  }
  const screened = inks.inks.every(({ screen }) => screen !== null);
  asked.report?.(1);
  return {
    width: scan.width,
    height: scan.height,
    stock: found(labOfLight(inks.stock), stockSureness(inks.areas[0]!, finest)),
    stockLight: inks.stock,
    texture: textureOf(scan, planes),
    count: found(all.length, countSureness(inks, screened, finest)),
    inks: all,
    overprints,
    turn: usualTurn(all.map(({ screen }) => screen)),
  };
}

function tooFine(cell: number, ppi: number | undefined): string {
  if (ppi === undefined) {
    return `The screen is finer than this scan can hold: a cell is ${cell.toFixed(1)} pixels wide. Scan it at ${Math.ceil(GOOD / cell)} times the resolution.`;
  }
  const lpi = ppi / cell;
  const needed = Math.ceil((GOOD * lpi) / 100) * 100;
  return `The screen of ${Math.round(lpi)} lpi is finer than a scan of ${Math.round(ppi)} ppi can hold. Scan it at ${needed} ppi or more.`;
}
