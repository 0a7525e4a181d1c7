import { MM_PER_INCH } from '../math/units.ts';
import { type Planned, planned } from '../raster/planned.ts';
import type { Size } from '../raster/sheet.ts';
import { type Cover, clampedTo, type CoverReader, invertedCover } from './cover.ts';
import type { EdgeSettings } from './edge-params.ts';
import { offsetCover } from './offset.ts';
import { withoutHoles, withoutSpecks } from './pieces.ts';
import { runCover, type RunMask, runsOf } from './run-mask.ts';
import { smoothCover } from './smooth.ts';

export type PlannedCover = Planned<Cover>;

/** Keeps masks of whole rasters, which take long to find. Equal keys make equal masks. */
export type KeepMask = (key: string, make: () => RunMask) => RunMask;

/** Plans a mask that is found for the whole raster when its first pixel is read. */
export function plannedMask<const F extends readonly { readonly key: string }[]>(
  name: string,
  inputs: unknown,
  from: F,
  keep: KeepMask,
  make: (from: F) => RunMask,
): PlannedCover {
  const cover: PlannedCover = planned(name, inputs, from, (_, below) => runCover(keep(cover.key, () => make(below))));
  return cover;
}

/** Pixels with an area in mm². */
const pixelsOf = (mm2: number, ppi: number): number => mm2 * (ppi / MM_PER_INCH) * (ppi / MM_PER_INCH);

/** Fills holes and drops specks, which asks for the whole sheet. */
function planPieces(
  cover: PlannedCover,
  { fillHoles, dropSpecks }: EdgeSettings,
  sheet: Size & { readonly ppi: number },
  keep: KeepMask,
): PlannedCover {
  if (fillHoles === 0 && dropSpecks === 0) return cover;
  const { width, height, ppi } = sheet;
  const most = { holes: pixelsOf(fillHoles, ppi), specks: pixelsOf(dropSpecks, ppi) };
  const made = plannedMask('pieces', { ...most, width, height }, [cover], keep, ([read]) => {
    let mask = runsOf(read.read, { width, height });
    if (most.holes > 0) mask = withoutHoles(mask, most.holes);
    return most.specks > 0 ? withoutSpecks(mask, most.specks) : mask;
  });
  return planned('within', { width, height }, [made], (size, [read]) => clampedTo(size, read.read));
}

/** Plans what is done to the edge of a cover. A cover whose edge is left as it is keeps its softness. */
export function planEdges(
  cover: PlannedCover,
  edges: EdgeSettings,
  sheet: Size & { readonly ppi: number },
  keep: KeepMask,
): PlannedCover {
  const px = (mm: number) => (mm * sheet.ppi) / MM_PER_INCH;
  const whole = planPieces(cover, edges, sheet, keep);
  const smooth = px(edges.smooth);
  const even =
    smooth < 0.5 ? whole : planned('smooth', { smooth }, [whole], (own, [read]) => smoothCover(read.read, own.smooth));
  const moved = planOffset(even, {
    inset: px(edges.inset) - px(edges.grow),
    band: edges.band > 0 ? px(edges.band) : null,
    feather: px(edges.feather),
  });
  if (!edges.invert) return moved;
  return planned(
    'inverted',
    null,
    [moved],
    (_, [read]): CoverReader =>
      (area) =>
        invertedCover(read.read(area)),
  );
}

function planOffset(cover: PlannedCover, offset: Parameters<typeof offsetCover>[1]): PlannedCover {
  if (offset.inset === 0 && offset.band === null && offset.feather === 0) return cover;
  return planned('offset', offset, [cover], (own, [read]) => offsetCover(read.read, own));
}
