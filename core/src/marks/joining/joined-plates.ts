import type { Kernels } from '../../kernel/kernels.ts';
import type { Area } from '../../raster/area.ts';
import type { Plate } from '../../raster/plate.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import type { Mark } from '../mark.ts';
import type { MarkInputs } from '../marker.ts';
import { type Box, boxOf, type Outline } from '../outline.ts';
import type { MarkSettings } from '../params.ts';
import { plateOfOutline } from '../raster.ts';
import { finished, joinOutlines, outlineOf } from './join.ts';

/** Whether marks are united into one outline. */
export const isJoined = ({ join, colour }: Pick<MarkSettings, 'join' | 'colour'>): boolean => join && colour === 'ink';

/** Rows of the sheet whose marks are made at a time. */
const BAND = 512;

/** All marks of a sheet that print, band by band. */
export function* allMarks(
  { height, width }: { readonly width: number; readonly height: number },
  reach: number,
  marksOf: (box: Box) => readonly Mark[],
): Generator<readonly Mark[]> {
  for (let top = -Math.ceil(reach); top < height + reach; top += BAND) {
    yield marksOf({ left: -reach, top, right: width + reach, bottom: Math.min(top + BAND, height + reach) });
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
export function joinedPlates(
  { own, sheet }: MarkInputs,
  kernels: Kernels,
  piecemeal: boolean,
  marksOf: (box: Box, step: number) => readonly Mark[],
  reachOf: () => number,
): JoinedPlater {
  let whole: readonly Piece[] | null = null;

  function* join(): Generator<number, void> {
    const marks: Mark[] = [];
    for (const band of allMarks(sheet, reachOf(), (box) => marksOf(box, 1))) {
      for (const mark of band) marks.push(mark);
      yield 0.05;
    }
    const work = joinOutlines(marks.map(outlineOf), own, sheet.ppi);
    for (let step = work.next(); ; step = work.next()) {
      if (step.done) {
        whole = step.value.map((polygon) => ({ polygon, box: boxOf([polygon]) }));
        return;
      }
      yield 0.1 + 0.9 * step.value;
    }
  }

  const px = sheet.ppi / MM_PER_INCH;
  const beyond = (Math.abs(own.grow) + own.bridge + 2 * own.smooth) * px + 2;

  function nearOutline({ x, y, width, height, step }: Area): Outline {
    const far = reachOf() + 2 * beyond;
    const marks = marksOf({ left: x - far, top: y - far, right: x + width + far, bottom: y + height + far }, step);
    return finished(joinOutlines(marks.map(outlineOf), own, sheet.ppi));
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
