import { logarithm } from '../math/exact.ts';
import { markLatticeOf } from './lattices/index.ts';
import type { MarkLattice } from './lattices/kind.ts';
import { ringGrowth } from './lattices/spokes.ts';
import { mirroredLattice } from './lattices/mirror.ts';
import type { MarkSettings } from './params.ts';

/** The sheet that marks are laid on, in pixels. */
export interface MarkSheet {
  /** With its bleed. */
  readonly width: number;
  readonly height: number;
  readonly bleed: number;
  readonly ppi: number;
}

/** What a lattice is laid out from besides the settings of marks. */
export interface PlaceAsked {
  readonly sheet: MarkSheet;
  /** Pixels from row to row. */
  readonly pitch: number;
  /** Degrees, counter-clockwise. */
  readonly angle: number;
  /** Centre of rings, of turns and of mirrors in pixels. */
  readonly cx: number;
  readonly cy: number;
  readonly seed: number;
}

import { MM_PER_INCH } from '../math/units.ts';

/** The part of the sheet inside the margins of the trimmed sheet; without a margin what bleeds is printed too. */
function printedBox({ width, height, bleed, ppi }: MarkSheet, margin: number) {
  const m = (margin / MM_PER_INCH) * ppi;
  const edge = m > 0 ? bleed + m : 0;
  const [x, y] = [Math.min(edge, width / 2 - 0.5), Math.min(edge, height / 2 - 0.5)];
  return { left: x, top: y, right: width - x, bottom: height - y };
}

/** Whether the cells of marks are counted across and down. */
export const isCounted = (s: MarkSettings): boolean => s.fit === 'counts' && markLatticeOf(s.lattice).counted;

/** The lattice of marks on a sheet, with its mirrored copies, inside its margins. */
export function markLattice(s: MarkSettings, { sheet, pitch, angle, cx, cy, seed }: PlaceAsked): MarkLattice {
  const kind = markLatticeOf(s.lattice);
  const box = printedBox(sheet, s.margin);
  const counts = isCounted(s) ? { across: s.across, down: s.down } : null;
  const lattice = kind.make({
    // Rows that are not counted run alike whatever the margins leave of them.
    box: counts ? box : { left: 0, top: 0, right: sheet.width, bottom: sheet.height },
    pitch,
    angle: (angle * Math.PI) / 180,
    counts,
    cx,
    cy,
    spokes: s.spokes,
    rings: s.rings,
    inner: (s.innerRadius / MM_PER_INCH) * sheet.ppi,
    growing: s.growing,
    seed,
  });
  const mirrored = mirroredLattice(lattice, {
    x: s.mirror === 'across' || s.mirror === 'both' ? cx : null,
    y: s.mirror === 'down' || s.mirror === 'both' ? cy : null,
  });
  if (s.margin === 0) return mirrored;
  return {
    largest: mirrored.largest,
    reach: mirrored.reach,
    sitesIn: (asked) =>
      mirrored.sitesIn({
        left: Math.max(asked.left, box.left),
        top: Math.max(asked.top, box.top),
        right: Math.min(asked.right, box.right),
        bottom: Math.min(asked.bottom, box.bottom),
      }),
  };
}

/** How many marks a sheet of these cells holds, nearly. */
export function markCount(
  s: MarkSettings,
  { sheet: { width, height, ppi }, pitch }: Pick<PlaceAsked, 'sheet' | 'pitch'>,
): number {
  if (isCounted(s)) {
    const side = (width / s.across) * (s.lattice === 'triangular' ? Math.sqrt(3) : 1);
    return s.across * (s.down || Math.ceil(height / side));
  }
  const far = Math.sqrt(width * width + height * height);
  const inner = (s.innerRadius / MM_PER_INCH) * ppi;
  if (s.lattice === 'spokes') {
    const grown = ringGrowth(s.spokes);
    const first = inner > 0 ? inner : pitch / (grown - 1);
    const rings = s.growing ? logarithm(Math.max(1, far / first)) / logarithm(grown) : Math.max(0, far - inner) / pitch;
    return s.spokes * (s.rings ? Math.min(s.rings, rings + 1) : rings + 1);
  }
  if (s.lattice === 'rings') {
    const outer = s.rings ? Math.min(far, inner + s.rings * pitch) : far;
    return (Math.PI * outer * outer) / (pitch * pitch);
  }
  return (width * height) / (pitch * pitch);
}
