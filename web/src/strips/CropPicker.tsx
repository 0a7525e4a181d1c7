import { type Job, type Pass, type StripSheet, sheetSize, fillOf, MM_PER_INCH } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { enginePool } from '../engine/pool.ts';
import { arrowMove } from '../ui/arrow-move.ts';
import { POINTER_ONLY } from '../ui/drag-options.ts';
import { MM } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';

type Crop = StripSheet['crop'];

const WIDTH = 206;

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly ready: boolean;
  readonly crop: Crop;
  onChange(crop: Crop): void;
}

/** A crop kept on the sheet, in whole tenths of mm. */
export function keptOnSheet(job: Job, crop: Crop): Crop {
  const { width: w, height: h } = job.sheet;
  const tidy = (v: number) => Number(v.toFixed(1));
  const width = Math.min(crop.width, w);
  const height = Math.min(crop.height, h);
  return {
    width: tidy(width),
    height: tidy(height),
    x: tidy(Math.min(w - width, Math.max(0, crop.x))),
    y: tidy(Math.min(h - height, Math.max(0, crop.y))),
  };
}

/** Which part of the sheet every strip shows: a frame dragged over the picture. */
export function CropPicker({ job, pass, ready, crop, onChange }: Props) {
  const size = sheetSize(job.sheet);
  const k = WIDTH / size.width;
  const { bleed } = job.sheet;
  const set = (part: Partial<Crop>) => onChange(keptOnSheet(job, { ...crop, ...part }));
  const drag = useDrag(({ movement: [x, y], memo = crop }) => {
    const from = memo as Crop;
    set({ x: from.x + x / k, y: from.y + y / k });
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent): void {
    const by = arrowMove(event);
    if (by) set({ x: crop.x + by[0], y: crop.y + by[1] });
  }
  const side = (label: string, key: 'width' | 'height') => (
    <NumberField
      label={label}
      value={crop[key]}
      min={3}
      max={job.sheet[key]}
      step={1}
      normal={MM_PER_INCH}
      format={MM}
      about="Size of every strip on paper."
      onChange={(v) => set({ [key]: v })}
    />
  );
  return (
    <section aria-label="Crop shown" className="grid grid-cols-1 gap-1">
      <h2 className="text-[13.5px]">Crop shown</h2>
      <div className="relative overflow-hidden border border-ink" style={{ width: WIDTH, height: size.height * k }}>
        <SampleCanvas
          label="The picture of the pass"
          watch={JSON.stringify([fillOf(pass).feed, ready, job.sheet.width, job.sheet.height])}
          make={ready ? async () => (await enginePool().sampler.picture(job, pass, WIDTH * 2)).sample : null}
          className="block h-full w-full"
        />
        <button
          type="button"
          {...drag()}
          onKeyDown={onKey}
          aria-label={`Crop at ${crop.x}, ${crop.y} mm; arrow keys move it`}
          className="absolute cursor-move touch-none border-[1.5px] border-hot bg-hot/10"
          style={{
            left: (crop.x + bleed) * k,
            top: (crop.y + bleed) * k,
            width: Math.max(6, crop.width * k),
            height: Math.max(6, crop.height * k),
          }}
        />
      </div>
      {side('Width on paper', 'width')}
      {side('Height on paper', 'height')}
    </section>
  );
}
