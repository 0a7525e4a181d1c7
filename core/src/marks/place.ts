import type { BentLattice } from '../bend/bends.ts';
import { countCache } from '../memory/cache.ts';
import { logarithm } from '../math/exact.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { bentMarkLattice } from './bent/bent-lattice.ts';
import { markLatticeOf } from './lattices/index.ts';
import type { LatticeAsked, MarkLattice } from './lattices/kind.ts';
import { ringGrowth } from './lattices/spokes.ts';
import { type Axes, mirroredLattice } from './lattices/mirror.ts';
import type { Box } from './outline.ts';
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

/** What marks are made of besides tones: plain data, so that equal inputs make equal marks. */
export interface MarkInputs extends PlaceAsked {
  readonly own: MarkSettings;
}

/** The part of the sheet inside the margins of the trimmed sheet; without a margin what bleeds is printed too. */
function printedBox({ width, height, bleed, ppi }: MarkSheet, margin: number) {
  const m = (margin / MM_PER_INCH) * ppi;
  const edge = m > 0 ? bleed + m : 0;
  const [x, y] = [Math.min(edge, width / 2 - 0.5), Math.min(edge, height / 2 - 0.5)];
  return { left: x, top: y, right: width - x, bottom: height - y };
}

/** Whether the cells of marks are counted across and down. */
export const isCounted = (s: MarkSettings): boolean => s.fit === 'counts' && markLatticeOf(s.lattice).counted;

/** All that a lattice depends on, as plain data. */
interface LatticePlan {
  readonly kind: string;
  readonly asked: LatticeAsked;
  readonly axes: Axes;
  /** Sites outside of it are left out; null for all. */
  readonly inside: Box | null;
}

function latticePlan(s: MarkSettings, { sheet, pitch, angle, cx, cy, seed }: PlaceAsked): LatticePlan {
  const box = printedBox(sheet, s.margin);
  const counts = isCounted(s) ? { across: s.across, down: s.down } : null;
  return {
    kind: s.lattice,
    asked: {
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
    },
    axes: {
      x: s.mirror === 'across' || s.mirror === 'both' ? cx : null,
      y: s.mirror === 'down' || s.mirror === 'both' ? cy : null,
    },
    inside: s.margin === 0 ? null : box,
  };
}

function layLattice({ kind, asked, axes, inside }: LatticePlan): MarkLattice {
  const lattice = mirroredLattice(markLatticeOf(kind).make(asked), axes);
  if (!inside) return lattice;
  return {
    largest: lattice.largest,
    reach: lattice.reach,
    repeats: lattice.repeats,
    sitesIn: ({ left, top, right, bottom }) =>
      lattice.sitesIn({
        left: Math.max(left, inside.left),
        top: Math.max(top, inside.top),
        right: Math.min(right, inside.right),
        bottom: Math.min(bottom, inside.bottom),
      }),
  };
}

/** The lattice of marks on a sheet, with its mirrored copies, inside its margins. */
export const markLattice = (s: MarkSettings, asked: PlaceAsked): MarkLattice => layLattice(latticePlan(s, asked));

/** A lattice, and whether an equal one was laid out lately. */
export interface KeptLattice {
  readonly lattice: MarkLattice;
  readonly again: boolean;
}

/** Lattices that were laid out lately, by their plan. */
const lately = countCache<MarkLattice>(4);

/** The same of bends. */
const latelyBent = new WeakMap<BentLattice, Map<string, MarkLattice>>();

/**
 * The lattice of marks, as it is bent; equal ones are one object, so that what is kept of it serves while a tone is dragged.
 */
export function keptLattice(s: MarkSettings, asked: PlaceAsked, bent: BentLattice | null = null): KeptLattice {
  const plan = latticePlan(s, asked);
  const key = JSON.stringify(plan);
  const known = lately.get(key);
  const straight = known ?? layLattice(plan);
  if (!known) lately.set(key, straight);
  if (!bent) return { lattice: straight, again: known !== undefined };
  const own = latelyBent.get(bent) ?? new Map<string, MarkLattice>();
  latelyBent.set(bent, own);
  const before = own.get(key);
  if (before) return { lattice: before, again: true };
  const lattice = bentMarkLattice(straight, bent, asked.sheet);
  own.set(key, lattice);
  return { lattice, again: false };
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
