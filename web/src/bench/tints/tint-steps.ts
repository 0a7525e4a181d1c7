import type { Feed, FamilyName } from '@chromatype/core';

/** Percentages and frequencies in which tints are sold (common practice). */
export const PERCENTS = [5, 10, 15, 20, 25, 30, 40, 50, 60, 70, 80, 90] as const;
export const FREQUENCIES = [27.5, 32.5, 42.5, 55, 65, 85] as const;

/** Families that tints come in. */
export const TINT_FAMILIES: readonly { readonly value: FamilyName; readonly label: string }[] = [
  { value: 'dots', label: 'Dots' },
  { value: 'lines', label: 'Lines' },
  { value: 'grain', label: 'Grain' },
];

/** A tint of the shelf: what its feed holds, but for where a gradation lies. */
export type ShelfTint = Pick<Feed, 'tint' | 'tintTo' | 'run'>;

export const FLAT_TINTS: readonly ShelfTint[] = PERCENTS.map((percent) => ({
  tint: percent / 100,
  tintTo: 0.7,
  run: 'flat',
}));

/** Gradations whose ends are neither bare nor solid. */
export const GRADED_TINTS: readonly ShelfTint[] = (['linear', 'radial'] as const).flatMap((run) => [
  { tint: 0.1, tintTo: 0.7, run },
  { tint: 0.7, tintTo: 0.1, run },
]);

const percent = (share: number): string => `${Math.round(share * 100)}`;

/** The same in few letters: "25 %", "10–70 %"; a ring stands for a round gradation. */
export const shortTintName = ({ tint, tintTo, run }: ShelfTint): string =>
  run === 'flat'
    ? `${percent(tint)} %`
    : `${run === 'radial' ? '\u25CB ' : ''}${percent(tint)}\u2013${percent(tintTo)} %`;

/** A tint by its numbers: "25 %", "10 to 70 %". */
export const tintName = ({ tint, tintTo, run }: ShelfTint): string =>
  run === 'flat'
    ? `${percent(tint)} %`
    : `${percent(tint)} to ${percent(tintTo)} %${run === 'radial' ? ', round' : ''}`;
