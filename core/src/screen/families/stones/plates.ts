import { MM_PER_INCH } from '../../../math/units.ts';
import { stoneArtwork } from '../../../stones/artwork.ts';
import { DEFAULT_JOB_STONES } from '../../../stones/job-params.ts';
import { type LaidStones, layStones } from '../../../stones/lay.ts';
import type { StoneSettings } from '../../../stones/params.ts';
import type { CompiledScreen, Plater, ToneInput } from '../../compiled.ts';

/** What a screen of stones is made of: its settings, and the sheet in pixels. */
export interface StoneInputs {
  readonly own: StoneSettings;
  readonly sheet: { readonly width: number; readonly height: number; readonly bleed: number; readonly ppi: number };
}

/** A layout over the whole sheet, for a screen that no pass has laid. */
function overSheet({ own, sheet: { width, height, bleed, ppi } }: StoneInputs): LaidStones {
  const mm = MM_PER_INCH / ppi;
  const [left, top] = [-bleed * mm, -bleed * mm];
  const box = { left, top, right: left + width * mm, bottom: top + height * mm };
  const areas = [Float64Array.of(left, top, box.right, top, box.right, box.bottom, left, box.bottom)];
  const region = {
    art: { areas, lines: [] },
    own,
    centre: { x: (left + box.right) / 2, y: (top + box.bottom) / 2 },
    seed: 0,
    look: null,
    fault: null,
  };
  return {
    table: DEFAULT_JOB_STONES,
    region: 0,
    layout: () => layStones({ table: DEFAULT_JOB_STONES, regions: [region], box, cloth: '#000000' }),
  };
}

function plater(inputs: StoneInputs, { stones }: ToneInput): Plater {
  const { bleed, ppi } = inputs.sheet;
  let draw: ReturnType<typeof stoneArtwork> | null = null;
  return {
    plate(area) {
      if (!draw) {
        const { table, region, layout } = stones ?? overSheet(inputs);
        const perMm = ppi / MM_PER_INCH;
        draw = stoneArtwork({ stones: layout().stones, table, perMm, bleed: bleed / perMm }, region);
      }
      return draw(area);
    },
    release() {
      draw = null;
    },
  };
}

/** Bytes that a compiled screen of stones holds: everything is made with its plates. */
const HELD = 4096;

export const stoneScreen = (inputs: StoneInputs): CompiledScreen => ({
  cells: null,
  tile: null,
  thresholds: null,
  bytes: HELD,
  plater: (input) => plater(inputs, input),
});
