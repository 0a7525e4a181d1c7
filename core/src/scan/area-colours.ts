import { LIGHT_OF_BYTE } from '../colour/srgb.ts';
import { type CoverageTable, TABLE_STEPS } from './coverage-table.ts';
import type { ScanPixels } from './pixels.ts';

/** Blocks of a scan: their mean light, and how much of each is covered by each combination of inks. */
export interface Blocks {
  readonly count: number;
  readonly codes: number;
  /** Mean linear light, three a block. */
  readonly light: Float64Array;
  /** Shares of the combinations, `codes` a block; they sum to 1. */
  readonly shares: Float64Array;
}

/** The combination of inks of each colour of a table: an ink counts where it covers half or more. */
export function codesOf({ inks, values }: CoverageTable): Uint8Array {
  const out = new Uint8Array(TABLE_STEPS ** 3);
  for (let n = 0; n < out.length; n++) {
    let code = 0;
    for (let k = 0; k < inks; k++) if (values[n * inks + k]! >= 0.5) code |= 1 << k;
    out[n] = code;
  }
  return out;
}

/** Place in a table of the colour nearest to a pixel. */
export const tablePlace = (r: number, g: number, b: number): number =>
  (((r + 4) >> 3) * TABLE_STEPS + ((g + 4) >> 3)) * TABLE_STEPS + ((b + 4) >> 3);

/** Sums up blocks of `side` pixels. */
export function blocksOf({ width, height, rgb }: ScanPixels, table: CoverageTable, side: number): Blocks {
  const codeAt = codesOf(table);
  const codes = 1 << table.inks;
  const across = Math.floor(width / side);
  const down = Math.floor(height / side);
  const light = new Float64Array(3 * across * down);
  const shares = new Float64Array(codes * across * down);
  const share = 1 / (side * side);
  for (let j = 0; j < down; j++) {
    for (let i = 0; i < across; i++) {
      const block = j * across + i;
      for (let y = j * side; y < (j + 1) * side; y++) {
        for (let x = i * side, at = 3 * (y * width + i * side); x < (i + 1) * side; x++, at += 3) {
          const [r, g, b] = [rgb[at]!, rgb[at + 1]!, rgb[at + 2]!];
          light[3 * block]! += LIGHT_OF_BYTE[r]!;
          light[3 * block + 1]! += LIGHT_OF_BYTE[g]!;
          light[3 * block + 2]! += LIGHT_OF_BYTE[b]!;
          shares[codes * block + codeAt[tablePlace(r, g, b)]!]! += share;
        }
      }
      for (let c = 0; c < 3; c++) light[3 * block + c]! *= share / 65535;
    }
  }
  return { count: across * down, codes, light, shares };
}

/** Solves a symmetric system of equations in place (Gauss, with the largest pivot). */
function solved(matrix: Float64Array[], right: Float64Array): Float64Array {
  const n = right.length;
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let r = k + 1; r < n; r++) if (Math.abs(matrix[r]![k]!) > Math.abs(matrix[pivot]![k]!)) pivot = r;
    [matrix[k], matrix[pivot]] = [matrix[pivot]!, matrix[k]!];
    [right[k], right[pivot]] = [right[pivot]!, right[k]!];
    for (let r = k + 1; r < n; r++) {
      const f = matrix[r]![k]! / matrix[k]![k]!;
      if (f === 0) continue;
      for (let c = k; c < n; c++) matrix[r]![c]! -= f * matrix[k]![c]!;
      right[r]! -= f * right[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    for (let c = k + 1; c < n; c++) right[k]! -= matrix[k]![c]! * right[c]!;
    right[k]! /= matrix[k]![k]!;
  }
  return right;
}

/**
 * Light of every combination of inks, from the mean light of blocks and the areas in them (Neugebauer 1937, solved for the
 * colours): blur moves light about inside a block and leaves its mean alone, so that small dots give their true colour.
 * `before` is what is known already; combinations that the scan hardly shows stay near to it.
 */
export function coloursOfAreas({ count, codes, light, shares }: Blocks, before: ArrayLike<number>): Float64Array {
  const out = new Float64Array(3 * codes);
  const gram = Array.from({ length: codes }, () => new Float64Array(codes));
  const right = [0, 1, 2].map(() => new Float64Array(codes));
  for (let n = 0; n < count; n++) {
    const at = n * codes;
    // Blocks of few combinations say most about each of them.
    let even = 0;
    for (let a = 0; a < codes; a++) even += shares[at + a]! ** 2;
    for (let a = 0; a < codes; a++) {
      const w = even * shares[at + a]!;
      if (w === 0) continue;
      for (let b = 0; b < codes; b++) gram[a]![b]! += w * shares[at + b]!;
      for (let c = 0; c < 3; c++) right[c]![a]! += w * light[3 * n + c]!;
    }
  }
  const keep = 0.004 * count;
  for (let c = 0; c < 3; c++) {
    const matrix = gram.map((row, a) => {
      const copy = row.slice();
      copy[a]! += keep;
      return copy;
    });
    const values = right[c]!.map((v, a) => v + keep * before[3 * a + c]!);
    const found = solved(matrix, values);
    for (let a = 0; a < codes; a++) out[3 * a + c] = Math.min(1, Math.max(0, found[a]!));
  }
  return out;
}
