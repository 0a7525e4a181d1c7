import {
  type Fill,
  fillOf,
  type Job,
  type Mark,
  newPart,
  newStencil,
  type Pass,
  partKindOf,
  type Picture,
  pictureOf,
  type Stencil,
  type StencilPart,
  shareUnder,
  sheetPixels,
  shownSize,
  spotUnder,
  withFill,
} from '@chromatype/core';
import { toast } from 'sonner';
import { newId } from '../../document/edits.ts';
import { addPart, addStencil, setPart } from '../../document/stencil-edits.ts';
import { edit, useOpenJob } from '../../document/store.ts';
import { tidyMm } from './sheet-place.ts';
import { setStencilTools, useStencilTools } from './stencil-tools.ts';

/** The stencil of a fill as it is now, or none. */
export function stencilOf(fill: string): Stencil | null {
  const { job } = useOpenJob.getState();
  const now = job?.passes.flatMap((p) => p.fills).find((f) => f.id === fill);
  return job?.stencils.find((s) => s.id === now?.stencil) ?? null;
}

/** Says what is wrong with the settings of a part; true if something is. */
function isFaulty({ kind, settings }: Pick<StencilPart, 'kind' | 'settings'>): boolean {
  const fault = partKindOf(kind).fault?.(settings as never);
  if (fault) toast(fault);
  return Boolean(fault);
}

/** Adds a part to the stencil of a fill, which gets one if it has none, and chooses the part. A faulty part changes nothing. */
export function layPart(fill: string, part: StencilPart): void {
  if (isFaulty(part)) return;
  const stencil = stencilOf(fill);
  if (stencil) edit(addPart(stencil.id, part));
  else {
    const { job } = useOpenJob.getState();
    const name = `Stencil ${(job?.stencils.length ?? 0) + 1}`;
    // The first part of a stencil has nothing before it to cut or keep.
    edit(addStencil(newStencil(newId(), name, [{ ...part, does: 'add' }]), fill));
  }
  setStencilTools({ part: part.id });
}

/** A part as the tools say that the next one is. */
export const nextPart = (kind: string, settings: Readonly<Record<string, unknown>>): StencilPart => ({
  ...newPart(newId(), kind, settings),
  does: useStencilTools.getState().does,
});

/** The chosen part of a fill's stencil if it is of a kind. */
export function chosenPart(fill: string, kind: string): StencilPart | null {
  const { part } = useStencilTools.getState();
  return stencilOf(fill)?.parts.find((p) => p.id === part && p.kind === kind) ?? null;
}

/** Changes settings of the chosen part. */
export function changePart(fill: string, id: string, settings: Readonly<Record<string, unknown>>): void {
  const stencil = stencilOf(fill);
  const part = stencil?.parts.find((p) => p.id === id);
  if (!stencil || !part || isFaulty({ kind: part.kind, settings: { ...part.settings, ...settings } })) return;
  edit(setPart(stencil.id, id, settings));
}

/** A box between two corners in mm, at least a millimetre wide and high. */
export function boxBetween(x0: number, y0: number, x1: number, y1: number) {
  const [width, height] = [Math.max(1, Math.abs(x1 - x0)), Math.max(1, Math.abs(y1 - y0))];
  return {
    x: tidyMm(Math.min(x0, x1)),
    y: tidyMm(Math.min(y0, y1)),
    width: tidyMm(width),
    height: tidyMm(height),
  };
}

/** The picture that a new part looks at, and where it lies: the fill's own, or the first of the job. */
function pictureFor(job: Job, fill: Fill): { readonly picture: Picture; readonly placing: object } | null {
  const own = pictureOf(job, fill.feed);
  const picture = own?.hash ? own : job.pictures.find((p) => p.hash);
  if (!picture) return null;
  const like = job.passes.flatMap((p) => p.fills).find((f) => f.feed.picture === picture.id) ?? fill;
  const { fit, x, y, width, turn } = like.feed;
  return { picture, placing: { picture: picture.id, fit, x, y, width, turn } };
}

/** A pass whose fill shows the picture that a part of its stencil looks at, or a new part would; null if there is none. */
export function passSeenBy(job: Job, pass: Pass, part: StencilPart | undefined): Pass | null {
  const fill = fillOf(pass);
  const own = part?.settings.picture ? part.settings : null;
  const placing = own ?? pictureFor(job, fill)?.placing;
  if (!placing) return null;
  const { picture, fit, x, y, width, turn } = placing as Fill['feed'];
  const feed: Fill['feed'] = { ...fill.feed, part: 'lightness', picture, fit, x, y, width, turn };
  return withFill(pass, { feed });
}

/** Where a flood of a fill would run: in a picture, or in the print of the passes under its own. */
export function floodSource(job: Job, pass: Pass, fill: Fill): Readonly<Record<string, unknown>> | null {
  const seen = pictureFor(job, fill);
  if (seen) return { source: 'picture', ...seen.placing };
  const at = job.passes.findIndex((p) => p.id === pass.id);
  const under = job.passes[at - 1];
  return under ? { source: 'print', pass: under.id } : null;
}

/** The share of what a flood runs in that lies under a point of the sheet in mm; null beside it. */
export function floodSeed(
  job: Job,
  settings: Readonly<Record<string, unknown>>,
  x: number,
  y: number,
): readonly [number, number] | null {
  const { sheet } = job;
  const picture = settings.source === 'picture' ? job.pictures.find((p) => p.id === settings.picture) : null;
  if (settings.source === 'picture' && !picture) return null;
  const at = picture
    ? shareUnder(sheet, settings as never, shownSize(picture), x, y)
    : shareUnder(sheet, { fit: 'fill', x: 0, y: 0, width: 1 }, sheetPixels(sheet), x, y);
  const inside = at.x >= 0 && at.y >= 0 && at.x < 1 && at.y < 1;
  return inside ? [Number(at.x.toFixed(6)), Number(at.y.toFixed(6))] : null;
}

/** What a new subject of a fill looks at; null without an imported picture. */
export const subjectSource = (job: Job, fill: Fill): Readonly<Record<string, unknown>> | null =>
  (pictureFor(job, fill)?.placing as Readonly<Record<string, unknown>>) ?? null;

/** A point of the sheet in mm as rough strokes keep it: in widths of the whole picture. */
export function markPoint(
  job: Job,
  settings: Readonly<Record<string, unknown>>,
  x: number,
  y: number,
): readonly [number, number] | null {
  const picture = job.pictures.find((p) => p.id === settings.picture);
  if (!picture) return null;
  const spot = spotUnder(job.sheet, settings as never, picture, x, y);
  return [Number(spot.x.toFixed(5)), Number(((spot.y * picture.height) / picture.width).toFixed(5))];
}

/** Width of a stroke of so many mm in widths of the picture. */
export function markWidth(job: Job, settings: Readonly<Record<string, unknown>>, mm: number): number {
  const [a, b] = [markPoint(job, settings, 0, 0), markPoint(job, settings, mm, 0)];
  return a && b ? Number(Math.hypot(b[0] - a[0], b[1] - a[1]).toFixed(5)) : 0.01;
}

/** A list of marks whose last one goes on to a point. */
export function marksTo(marks: readonly Mark[], point: readonly [number, number]): readonly Mark[] {
  const last = marks.at(-1)!;
  return [...marks.slice(0, -1), { ...last, points: [...last.points, point[0], point[1], 1] }];
}

/** Kinds that stand in a box on the sheet. */
export const standsInBox = (kind: string): boolean => 'height' in partKindOf(kind).params;

/** Whether a part has handles on the sheet. */
export const hasHandles = ({ kind }: StencilPart): boolean => standsInBox(kind) || kind === 'polygon' || kind === 'pen';
