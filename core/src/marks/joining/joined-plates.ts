import type { Kernels } from '../../kernel/kernels.ts';
import type { Area } from '../../raster/area.ts';
import type { Plate } from '../../raster/plate.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { Mark } from '../mark.ts';
import { type Box, boxOf, type Outline } from '../outline.ts';
import type { MarkSettings } from '../params.ts';
import { plateOfOutline } from '../raster.ts';
import type { MarkSource } from '../source.ts';
import { finished, joinedAs, joinOutlines } from './join.ts';

/** Whether marks are united into one outline. */
export const isJoined = ({ join, colour }: Pick<MarkSettings, 'join' | 'colour'>): boolean => join && colour === 'ink';

/** Marks that are made at a time, nearly: those of a sheet of millions are never in memory together. */
const IN_BAND = 2000;

/** All marks of a sheet that print, band by band. */
export function* allMarks({ inputs: { sheet }, marker, keep }: MarkSource): Generator<Mark[]> {
  const { reach, cell } = marker;
  const rows = Math.max(1, Math.round(IN_BAND / (sheet.width / cell.wide))) * cell.high;
  const band = Math.ceil(Math.min(rows, sheet.height));
  for (let top = -Math.ceil(reach); top < sheet.height + reach; top += band) {
    const bottom = Math.min(top + band, sheet.height + reach);
    yield marker.marksOf({ left: -reach, top, right: sheet.width + reach, bottom }).filter(keep);
  }
}

/** The marks of a sheet joined into one outline, in pixels. Yields the share that is done, 0..1. */
export function* joinedOutline(source: MarkSource): Generator<number, Outline> {
  const { own, sheet } = source.inputs;
  const outlines: Outline[] = [];
  for (const band of allMarks(source)) {
    for (const mark of band) outlines.push(joinedAs(mark));
    yield 0.05;
  }
  const work = joinOutlines(outlines, own, sheet.ppi);
  for (let step = work.next(); ; step = work.next()) {
    if (step.done) return step.value;
    yield 0.1 + 0.9 * step.value;
  }
}

/** Plates of marks that are joined over the whole sheet. */
export interface JoinedPlater {
  plate(area: Area): Plate;
  /** The joining, in steps; each yields the share that is done. */
  begin(): Generator<number, void>;
  release(): void;
}

interface Piece {
  readonly polygon: Outline[number];
  readonly box: Box;
}

/**
 * Makes plates of joined marks. `piecemeal`: joins the marks near each area alone, for a first look; holes and specks
 * that reach beyond it may differ from those of the plate.
 */
export function joinedPlates(ready: () => MarkSource, kernels: Kernels, piecemeal: boolean): JoinedPlater {
  let whole: readonly Piece[] | null = null;

  function* join(): Generator<number, void> {
    const outline = yield* joinedOutline(ready());
    whole = outline.map((polygon) => ({ polygon, box: boxOf([polygon]) }));
  }

  function nearOutline({ x, y, width, height, step }: Area): Outline {
    const { inputs, marker, keep } = ready();
    const { own, sheet } = inputs;
    const px = sheet.ppi / MM_PER_INCH;
    const beyond = 2 * ((Math.abs(own.grow) + own.bridge + 2 * own.smooth) * px + 2);
    const box = { left: x - beyond, top: y - beyond, right: x + width + beyond, bottom: y + height + beyond };
    const marks = marker.marksNear(box, step).filter(keep);
    return finished(joinOutlines(marks.map(joinedAs), own, sheet.ppi));
  }

  return {
    plate(area) {
      if (piecemeal) return plateOfOutline(kernels, nearOutline(area), area);
      if (!whole) for (const _ of join());
      const { x, y, width, height } = area;
      const touching = whole!.filter(
        ({ box }) => box.right >= x && box.left <= x + width && box.bottom >= y && box.top <= y + height,
      );
      return plateOfOutline(
        kernels,
        touching.map((p) => p.polygon),
        area,
      );
    },
    *begin() {
      if (!piecemeal && !whole) yield* join();
    },
    release() {
      whole = null;
    },
  };
}
