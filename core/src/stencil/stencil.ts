import { planned } from '../raster/planned.ts';
import { normalsOf, settingsInUse } from '../settings/params.ts';
import { type Cover, type Meeting, metCover } from './cover.ts';
import { EDGE_PARAMS, type EdgeSettings } from './edge-params.ts';
import { type PlannedCover, planEdges } from './edges.ts';
import { partKindOf } from './parts/index.ts';
import { normalPart, type PartAsked } from './parts/kind.ts';

/** Where a fill may print: parts laid over each other in order, and what is done to the edge of the whole. */
export interface Stencil {
  readonly id: string;
  readonly name: string;
  readonly parts: readonly StencilPart[];
  readonly edges: EdgeSettings;
}

/** One part of a stencil, and how it meets those before it. */
export interface StencilPart {
  readonly id: string;
  readonly kind: string;
  readonly on: boolean;
  readonly does: Meeting;
  readonly settings: Readonly<Record<string, unknown>>;
}

export const MEETINGS: readonly { readonly name: Meeting; readonly label: string; readonly about: string }[] = [
  { name: 'add', label: 'Add', about: 'Adds to what is covered before.' },
  { name: 'cut', label: 'Cut', about: 'Takes away from what is covered before.' },
  { name: 'keep', label: 'Keep the overlap', about: 'Leaves only what both cover.' },
];

export const NO_EDGES: EdgeSettings = normalsOf(EDGE_PARAMS);

/** A part as it starts out. */
export const newPart = (id: string, kind: string, settings: Readonly<Record<string, unknown>> = {}): StencilPart => ({
  id,
  kind,
  on: true,
  does: 'add',
  settings: { ...normalPart(partKindOf(kind)), ...settings },
});

export const newStencil = (id: string, name: string, parts: readonly StencilPart[]): Stencil => ({
  id,
  name,
  parts,
  edges: NO_EDGES,
});

/** Plans the cover of a stencil: its parts in their order, then its edges. A first part that cuts or keeps has the whole sheet before it. */
export function planStencil({ parts, edges }: Pick<Stencil, 'parts' | 'edges'>, asked: PartAsked): PlannedCover {
  const used = parts.filter((p) => p.on);
  const covers = used.map(({ kind, settings }) => {
    const { params, plan } = partKindOf(kind);
    return plan(settingsInUse(params, settings) as never, asked);
  });
  const meetings = used.map((p) => p.does);
  const alone = meetings.length === 1 && meetings[0] === 'add';
  const met = alone
    ? covers[0]!
    : planned('parts', meetings, covers, (does, below) => (area): Cover => {
        let cover: Cover = does.length === 0 || does[0] === 'add' ? 0 : 255;
        below.forEach((part, k) => {
          // Nothing can be added to all, nor taken from nothing.
          const settled = does[k] === 'add' ? 255 : 0;
          if (cover !== settled) cover = metCover(cover, part.read(area), does[k]!);
        });
        return cover;
      });
  return planEdges(met, edges, { ...asked.size, ppi: asked.sheet.ppi }, asked.keep);
}
