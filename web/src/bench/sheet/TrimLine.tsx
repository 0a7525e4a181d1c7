import { MM_PER_INCH } from '@chromatype/core';
import type { Sheet } from '@chromatype/core';
import type { View } from '../../engine/view.ts';

/** Where the sheet will be trimmed, when it has a bleed. */
export function TrimLine({ sheet, view }: { readonly sheet: Sheet; readonly view: View }) {
  const perMm = ((sheet.ppi / MM_PER_INCH) * view.scale) / devicePixelRatio;
  return (
    <div
      className="pointer-events-none absolute border border-cool border-dashed"
      title="Trimmed edge"
      style={{
        left: sheet.bleed * perMm - view.originX / devicePixelRatio,
        top: sheet.bleed * perMm - view.originY / devicePixelRatio,
        width: sheet.width * perMm,
        height: sheet.height * perMm,
      }}
    />
  );
}
