import { mmPerDegree, type Sheet, MM_PER_INCH } from '@chromatype/core';
import { SliderRow } from '../ui/SliderRow.tsx';
import { NORMAL_DISTANCE, setLooks } from './look-store.ts';

const NEAREST = 0.3;
const FURTHEST = 20;

const SCALE = {
  toTrack: (v: number) => Math.log(v / NEAREST) / Math.log(FURTHEST / NEAREST),
  fromTrack: (p: number) => NEAREST * (FURTHEST / NEAREST) ** p,
};

/** From how far the sheet is seen, in its true size. */
export function StepBackBar({
  metres,
  sheet,
  scale,
}: {
  readonly metres: number;
  readonly sheet: Sheet;
  readonly scale: number;
}) {
  const shown = ((sheet.ppi / MM_PER_INCH) * scale * mmPerDegree(metres)) / 2;
  return (
    <div className="absolute top-2 left-1/2 w-[420px] -translate-x-1/2 bg-paper px-2 py-1">
      <SliderRow
        wide
        label="Seen from"
        about="How far the eye is from the sheet in its true size."
        value={metres}
        min={NEAREST}
        max={FURTHEST}
        step={0.1}
        normal={NORMAL_DISTANCE}
        format={{ unit: 'm', digits: 1, units: { cm: (v) => v / 100, mm: (v) => v / 1000, ft: (v) => v * 0.3048 } }}
        scale={SCALE}
        onChange={(stepBack) => setLooks({ stepBack })}
      />
      <p className="text-[11px] leading-tight text-muted">
        The eye’s contrast sensitivity after Mannos and Sakrison, 1974.{' '}
        {shown < 30 &&
          `At this zoom the screen shows up to ${Math.max(1, Math.round(shown))} of the 60 cycles a degree that the eye resolves from here; zoom in to judge finer dots.`}
      </p>
    </div>
  );
}
