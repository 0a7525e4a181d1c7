import { countPieces, type PieceColour } from '../../marks/pieces.ts';
import { planMarks } from '../../print/plan-marks.ts';
import { csvField } from '../csv-field.ts';
import { output } from '../output.ts';
import type { EstimateWork } from '../output.ts';
import { piecesFault } from './pieces-fault.ts';

/** The pieces of a job by colour, as a table (RFC 4180). */
export function countsTable(colours: readonly PieceColour[]): string {
  const lines = colours.map(
    ({ colour, name, number, count }) => `${colour},${csvField(name)},${csvField(number)},${count}\n`,
  );
  return `colour,name,number,pieces\n${lines.join('')}`;
}

/** Pieces of all passes by colour. */
export function piecesOf({ env, job, passes }: EstimateWork): PieceColour[] {
  return planMarks(env, job, passes).flatMap((marks) => countPieces(marks.bands(), marks.fill.screen.marks));
}

export const pieceCounts = output({
  name: 'piece-counts',
  label: 'Pieces, list',
  about: 'How many pieces of each colour a mosaic takes, with names and stock numbers.',
  ending: 'csv',
  type: 'text/csv',
  of: 'job',
  oneBit: false,
  fileName: 'pieces',
  fault: piecesFault,
  async write(work, sink) {
    sink.write(new TextEncoder().encode(countsTable(piecesOf(work))));
    work.progress?.(1);
  },
  estimate: () => 2000,
});
