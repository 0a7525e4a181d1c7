import { type KnownOverprint, type LinearRgb, lightOfLab, linearOfHex } from '../../src/index.ts';
import { createPrintModel, type PrintModel } from '../../src/separate/model.ts';
import { PROCESS_OVERPRINTS, PROCESS_PAPER, PROCESS_SOLIDS } from '../../src/ink/process.ts';
import { transparentInk } from '../inks.ts';

const over = (lab: readonly [number, number, number], paper: LinearRgb): LinearRgb => {
  const light = lightOfLab(lab);
  return [light[0] / paper[0], light[1] / paper[1], light[2] / paper[2]];
};

/** The process set of ISO 12647-2 on its own paper, with its measured overprints. */
export function processModel(n = 1): PrintModel {
  const paper = lightOfLab(PROCESS_PAPER);
  const inks = (['C', 'M', 'Y', 'K'] as const).map((k) => transparentInk(over(PROCESS_SOLIDS[k], paper)));
  const known: KnownOverprint[] = [
    { code: 0b0110, through: over(PROCESS_OVERPRINTS.MY, paper) },
    { code: 0b0101, through: over(PROCESS_OVERPRINTS.CY, paper) },
    { code: 0b0011, through: over(PROCESS_OVERPRINTS.CM, paper) },
  ];
  return createPrintModel(paper, inks, known, n);
}

export const hexModel = (stock: string, colours: readonly string[], n = 1): PrintModel =>
  createPrintModel(
    linearOfHex(stock),
    colours.map((c) => transparentInk(linearOfHex(c))),
    [],
    n,
  );
