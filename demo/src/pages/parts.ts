import {
  createFill,
  createPass,
  DEFAULT_FEED,
  type EdgeSettings,
  type Fill,
  type Ink,
  newPart,
  newStencil,
  type Pass,
  type Picture,
  type Screen,
  type Stencil,
  type Stroke,
} from '@chromatype/core';
import type { Seeds } from './ink-drawing.ts';

/** A page of a drawing: its size in mm and the picture of its lines. */
export interface DrawnPage {
  readonly width: number;
  readonly height: number;
  readonly lines: Picture;
}

const lpi = (value: number) => ({ value, per: 'lpi' }) as const;

/** A stencil that is flooded in the lines of a page, from every seed of a colour. */
export function flooded({ lines, width, height }: DrawnPage, seeds: Seeds, colour: string): Stencil {
  const shares = (seeds[colour] ?? []).map((mm, k) => Number((mm / (k % 2 ? height : width)).toFixed(6)));
  return newStencil(`area-${colour.replace(' ', '-')}`, colour, [
    newPart('flood', 'flood', { picture: lines.id, seeds: shares, gap: 4, reach: 3, tolerance: 0.3 }),
  ]);
}

/** A stencil of the dark lines of a page. */
export const linesOf = ({ lines }: DrawnPage): Stencil =>
  newStencil('lines', 'Lines', [newPart('tone', 'tone', { picture: lines.id, from: 0.5, to: 1, soft: 0 })]);

/** Strokes of a brush on the sheet, each given as "x,y x,y …" in mm. */
export const strokesOf = (lines: readonly string[], size: number, hardness: number): Stroke<'paint' | 'erase'>[] =>
  lines.map((points) => ({
    does: 'paint',
    size,
    hardness,
    strength: 1,
    points: points.split(' ').flatMap((p) => [...p.split(',').map(Number), 1]),
  }));

/** A stencil of painted strokes, held inside another one. */
export const painted = (id: string, name: string, strokes: readonly Stroke[], within: string | null): Stencil =>
  newStencil(id, name, [
    newPart('brush', 'brush', { strokes }),
    ...(within === null ? [] : [{ ...newPart('within', 'stencil', { stencil: within }), does: 'keep' as const }]),
  ]);

/** A stencil with some of its edges set. */
export const edged = (stencil: Stencil, edges: Partial<EdgeSettings>): Stencil => ({
  ...stencil,
  edges: { ...stencil.edges, ...edges },
});

export interface TintFill {
  readonly tint: number;
  readonly stencil: string | null;
  readonly lpi?: number;
  readonly angle?: number;
  readonly change?: Partial<Omit<Fill, 'feed' | 'screen' | 'wear'>>;
  readonly feed?: Partial<Fill['feed']>;
  readonly screen?: Partial<Screen>;
  readonly wear?: Partial<Fill['wear']>;
}

/** A fill that prints a tint. */
export function tintFill(id: string, t: TintFill): Fill {
  const fill = createFill(id, null);
  return {
    ...fill,
    ...t.change,
    stencil: t.stencil,
    feed: { ...DEFAULT_FEED, part: 'tint', tint: t.tint, ...t.feed },
    screen: { ...fill.screen, frequency: lpi(t.lpi ?? 42.5), angle: t.angle ?? 45, ...t.screen },
    wear: { ...fill.wear, ...t.wear },
  };
}

/** A pass of one ink with some fills. */
export const passWith = (id: string, ink: Ink, fills: readonly Fill[]): Pass => ({
  ...createPass(id, 0, null),
  name: ink.name,
  ink,
  fills: fills as unknown as Pass['fills'],
});
