import type { Lab } from '../colour/lab.ts';

/**
 * Solids of process printing on paper type 1 over a black backing, as ISO 12647-2 has them (values from
 * memory; the working tolerances of the standard are several units).
 */
export const PROCESS_PAPER: Lab = [93, 0, -3];
export const PROCESS_SOLIDS: Readonly<Record<'C' | 'M' | 'Y' | 'K', Lab>> = {
  C: [54, -36, -49],
  M: [46, 72, -5],
  Y: [87, -6, 90],
  K: [16, 0, 0],
};
export const PROCESS_OVERPRINTS: Readonly<Record<'MY' | 'CY' | 'CM', Lab>> = {
  MY: [46, 67, 47],
  CY: [49, -66, 24],
  CM: [24, 16, -45],
};
