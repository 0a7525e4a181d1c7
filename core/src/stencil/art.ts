import { signedArea } from '../marks/outline.ts';
import { contoursOf } from '../raster/outline-coverage.ts';
import { normalsOf, settingsInUse } from '../settings/params.ts';
import { artOfContours, NO_ART, type StoneArt } from '../stones/outline/art.ts';
import { combined, moved } from '../stones/outline/paths.ts';
import { EDGE_PARAMS } from './edge-params.ts';
import { partKindOf } from './parts/index.ts';
import type { PartAsked } from './parts/kind.ts';
import { outlineOfCover } from './parts/outline.ts';
import type { Stencil, StencilPart } from './stencil.ts';

/** Parts whose outline the artist drew or brought: where such an outline crosses itself, that is a mistake. */
const DRAWN = ['polygon', 'pen', 'shape'];

/** The outlines of a part in mm; null where it is no outline. */
function partArt({ kind, settings }: StencilPart, asked: PartAsked, flatness: number): StoneArt | null {
  const { params, plan } = partKindOf(kind);
  const outline = outlineOfCover(plan(settingsInUse(params, settings) as never, asked));
  if (!outline) return null;
  const contours = contoursOf(outline.path, outline.matrix, flatness, 'exact');
  return artOfContours(contours, outline.evenOdd, DRAWN.includes(kind));
}

/** A rectangle that holds the sheet with its bleed. */
function wholeSheet({ sheet: { width, height, bleed } }: Pick<PartAsked, 'sheet'>): StoneArt['areas'] {
  const [x, y] = [width + bleed, height + bleed];
  return [Float64Array.of(-bleed, -bleed, x, -bleed, x, y, -bleed, y)];
}

/** Whether all that is done to the edge of a stencil can be done to outlines. */
const followsEdges = ({ edges }: Pick<Stencil, 'edges'>): boolean => edges.smooth === normalsOf(EDGE_PARAMS).smooth;

/** Areas with what is done to the edge of a stencil, which stays sharp. */
function edged(areas: StoneArt['areas'], { edges }: Pick<Stencil, 'edges'>, asked: PartAsked): StoneArt['areas'] {
  const { fillHoles, dropSpecks, grow, inset, band, invert } = edges;
  let all: StoneArt['areas'] = areas.filter((p) => {
    const area = signedArea(p);
    return area > 0 ? area > dropSpecks : -area > fillHoles;
  });
  all = moved(all, grow - inset);
  if (band > 0) all = combined(all, moved(all, -band), 'difference');
  return invert ? combined(wholeSheet(asked), all, 'difference') : all;
}

/**
 * The outlines of a stencil in mm from the trimmed sheet's top left; null where it is not made of outlines alone.
 * @param flatness how far lines may be from the curves that they stand for, in mm
 * @throws StoneError when an outline crosses itself
 */
export function stencilArt(
  stencil: Pick<Stencil, 'parts' | 'edges'>,
  asked: PartAsked,
  flatness: number,
): StoneArt | null {
  if (!followsEdges(stencil)) return null;
  const used = stencil.parts.filter((p) => p.on);
  let areas = used.length === 0 || used[0]!.does === 'add' ? NO_ART.areas : wholeSheet(asked);
  const lines: Float64Array[] = [];
  for (const part of used) {
    const art = partArt(part, asked, flatness);
    if (!art) return null;
    const how = ({ add: 'union', cut: 'difference', keep: 'intersection' } as const)[part.does];
    areas = part.does === 'add' && areas.length === 0 ? art.areas : combined(areas, art.areas, how);
    if (part.does === 'add') lines.push(...art.lines);
  }
  return { areas: edged(areas, stencil, asked), lines };
}
