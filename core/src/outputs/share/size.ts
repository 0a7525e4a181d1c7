import type { Job } from '../../document/types.ts';
import { MM_PER_INCH } from '../../math/units.ts';
import { sheetPixels, type Size } from '../../raster/sheet.ts';

/** A shared picture on the sheet. */
export interface SharedFrame extends Size {
  /** Pixels of the picture for one pixel of the sheet. */
  readonly scale: number;
  /** Where the picture begins on the sheet, in its own pixels. */
  readonly originX: number;
  readonly originY: number;
  readonly ppi: number;
}

/** Pixels of what a shared picture shows of the plates: the sheet as it is trimmed, or with its bleed. */
function shownPixels({ sheet, share }: Job): Size & { readonly left: number; readonly top: number } {
  const whole = sheetPixels(sheet);
  if (share.bleed || sheet.bleed === 0) return { ...whole, left: 0, top: 0 };
  const edge = Math.round((sheet.bleed / MM_PER_INCH) * sheet.ppi);
  return {
    width: Math.max(1, whole.width - 2 * edge),
    height: Math.max(1, whole.height - 2 * edge),
    left: edge,
    top: edge,
  };
}

/** Size and place of the picture that a job is shared as. */
export function sharedFrame(job: Job): SharedFrame {
  const { share, sheet } = job;
  const shown = shownPixels(job);
  const scale =
    share.by === 'scale' ? share.scale : share.by === 'width' ? share.width / shown.width : share.height / shown.height;
  const pixels = (own: number) => Math.max(1, Math.round(own * scale));
  return {
    width: share.by === 'width' ? share.width : pixels(shown.width),
    height: share.by === 'height' ? share.height : pixels(shown.height),
    scale,
    originX: shown.left * scale,
    originY: shown.top * scale,
    ppi: sheet.ppi * scale,
  };
}
