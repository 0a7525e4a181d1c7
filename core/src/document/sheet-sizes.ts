import { MM_PER_INCH } from '../math/units.ts';
/** A sheet size by name, in mm, upright. */
export interface SheetSize {
  readonly name: string;
  readonly group: 'A' | 'B' | 'US' | 'Other';
  readonly width: number;
  readonly height: number;
}

/** ISO 216: A0 is 841 × 1189 mm and B0 1000 × 1414; each next is the last one halved, rounded down. */
function halvings(letter: 'A' | 'B', width: number, height: number, count: number): SheetSize[] {
  const sizes: SheetSize[] = [];
  for (let k = 0; k < count; k++) {
    sizes.push({ name: `${letter}${k}`, group: letter, width, height });
    [width, height] = [Math.floor(height / 2), width];
  }
  return sizes;
}

const inches = (name: string, group: SheetSize['group'], width: number, height: number): SheetSize => ({
  name,
  group,
  width: Number((width * MM_PER_INCH).toFixed(2)),
  height: Number((height * MM_PER_INCH).toFixed(2)),
});

/** Sizes that sheets are known by; the US ones and the comic page are common practice in the trade. */
export const SHEET_SIZES: readonly SheetSize[] = [
  ...halvings('A', 841, 1189, 8),
  ...halvings('B', 1000, 1414, 8),
  inches('Letter', 'US', 8.5, 11),
  inches('Legal', 'US', 8.5, 14),
  inches('Tabloid', 'US', 11, 17),
  inches('Half letter', 'US', 5.5, 8.5),
  inches('Poster 18 × 24', 'US', 18, 24),
  inches('Poster 24 × 36', 'US', 24, 36),
  inches('Comic page', 'Other', 6.625, 10.25),
  { name: 'Square', group: 'Other', width: 200, height: 200 },
];

/** The size a sheet has by name, upright or turned; null when it has none. */
export function sizeName(width: number, height: number): string | null {
  const like = (a: number, b: number) => Math.abs(a - b) < 0.05;
  const found = SHEET_SIZES.find(
    (s) => (like(s.width, width) && like(s.height, height)) || (like(s.width, height) && like(s.height, width)),
  );
  return found?.name ?? null;
}
