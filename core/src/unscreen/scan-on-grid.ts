import type { PictureSource } from '../raster/source.ts';
import { type FindAsked, type ReadPrint, readPrint } from '../scan/find-print.ts';
import type { ScanPixels } from '../scan/pixels.ts';
import { scanOf } from '../scan/scan-of.ts';
import type { Enlargement } from './enlarge.ts';
import { emptyGrid, type Grid, type Room } from './scan-grid.ts';

/** A scan whose print has been read, and the grid on which its tones are told. */
export interface ScanOnGrid {
  readonly print: ReadPrint;
  readonly size: Enlargement;
  /** It is still empty. */
  readonly grid: Grid;
}

/** Side of the part in the middle of a scan from which its print is read. */
const READ = 1200;
/** Rows of the grid that are made at a time, at most. */
const BAND = 512;
/** Pixels of a cell on the grid on which tones are told: more of them show nothing more. */
const GRID_CELL = 4.2;

/** The middle of a source as a scan. */
function middleOf(source: PictureSource): ScanPixels {
  const [width, height] = [Math.min(READ, source.width), Math.min(READ, source.height)];
  return scanOf(source, { x: (source.width - width) >> 1, y: (source.height - height) >> 1, width, height });
}

/** How the reading of the print is reported, the scan's ppi, and where the grid gets its bytes from. */
export interface GridAsked extends FindAsked {
  readonly room?: Room;
}

/**
 * Reads the print of a scan in its middle, and makes a grid on which the dots of its finest screen can still be told.
 * @throws ScanError where there is no print or no screen
 */
export function scanOnGrid(source: PictureSource, { room, ...asked }: GridAsked = {}): ScanOnGrid {
  const print = readPrint(middleOf(source), asked);
  const cells = print.screens.map(({ screen, cells: known }) => (known ? 1 : 0.6) * screen.pitch.value);
  const factor = Math.max(1, Math.floor(Math.min(...cells) / GRID_CELL));
  const grid = emptyGrid(source, print.inks.table.inks, factor, room);
  const { width: across, height: down } = grid.light[0]!;
  return { print, size: { width: source.width, height: source.height, across, down, factor }, grid };
}

/** Rows of a grid. */
export interface GridRows {
  readonly first: number;
  readonly count: number;
}

/** Rows of a grid that are made at a time, in as many even parts for each of some threads. */
export function gridBands(down: number, threads = 1): GridRows[] {
  const bands = Math.min(down, threads * Math.ceil(down / BAND / threads));
  const starts = Array.from({ length: bands + 1 }, (_, k) => Math.round((down * k) / bands));
  return starts.slice(1).map((end, k) => ({ first: starts[k]!, count: end - starts[k]! }));
}
