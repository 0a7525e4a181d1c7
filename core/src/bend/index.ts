import { normalsOf, type Params, settingsInUse } from '../settings/params.ts';
import type { Size } from '../raster/sheet.ts';

/** A point of the sheet in pixels. */
export interface Point {
  x: number;
  y: number;
}

/**
 * A deformation of the lattice. `mapOf` gives, for settings and a sheet in pixels, the place in the unbent lattice
 * whose threshold prints at a point of the sheet; it writes that place to `out`. Both have y downwards.
 */
export interface BendKind {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly params: Params;
  mapOf(
    settings: Readonly<Record<string, unknown>>,
    sheet: Size & { readonly ppi: number },
  ): (x: number, y: number, out: Point) => void;
}

/** Every kind of bend, in the order the artist sees them. */
export const BEND_KINDS: readonly BendKind[] = [];

export const BEND_NAMES: readonly string[] = BEND_KINDS.map((k) => k.name);

/** One bend of a fill. */
export interface Bend {
  readonly kind: string;
  readonly on: boolean;
  readonly settings: Readonly<Record<string, unknown>>;
}

/** @throws RangeError when there is no such kind */
export function bendKind(name: string): BendKind {
  const kind = BEND_KINDS.find((k) => k.name === name);
  if (!kind) throw new RangeError(`There is no bend called ${name}.`);
  return kind;
}

/** A bend as it starts out. */
export const newBend = (name: string): Bend => ({ kind: name, on: true, settings: normalsOf(bendKind(name).params) });

/** The bends that deform something, as plain data: those that are on, with their settings in use. */
export const bendInputs = (bends: readonly Bend[]): readonly Bend[] =>
  bends.filter((b) => b.on).map((b) => ({ ...b, settings: settingsInUse(bendKind(b.kind).params, b.settings) }));

/**
 * All bends that are on as one map from a point of the sheet to a place in the unbent lattice; null without any.
 * The last bend of the list is undone first, since it deforms what the earlier ones have made.
 */
export function bendMap(
  bends: readonly Bend[],
  sheet: Size & { readonly ppi: number },
): ((x: number, y: number, out: Point) => void) | null {
  const maps = bends.filter((b) => b.on).map((b) => bendKind(b.kind).mapOf(b.settings, sheet));
  if (maps.length === 0) return null;
  return (x, y, out) => {
    out.x = x;
    out.y = y;
    for (let k = maps.length - 1; k >= 0; k--) maps[k]!(out.x, out.y, out);
  };
}
