import {
  convertFrequency,
  DEFAULT_SCREEN,
  type Frequency,
  LARGEST_PITCH,
  FREQUENCY_RANGE,
  pitchOf,
  screenFault,
  sheetPixels,
  SMALLEST_PITCH,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { useState } from 'react';
import { setScreen } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { readFrequency, UNIT_NAMES } from './frequency-text.ts';

/** Rows of cells per unit of length, in a unit of the artist's choice. */
export function FrequencyField({ job, fill }: Pick<ChainProps, 'job' | 'fill'>) {
  const { frequency } = fill.screen;
  const width = sheetPixels(job.sheet).width;
  const [wrong, setWrong] = useState<string | null>(null);
  const inUnit = (px: number) => convertFrequency({ per: 'px', value: px }, frequency.per, job.sheet.ppi, width).value;
  const ends = [inUnit(SMALLEST_PITCH), inUnit(LARGEST_PITCH)].sort((a, b) => a - b) as [number, number];
  function set(next: Frequency): void {
    const pitch = pitchOf(next, job.sheet.ppi, width);
    const fits = pitch >= SMALLEST_PITCH && pitch <= LARGEST_PITCH;
    const fault = fits
      ? screenFault(job.sheet, { ...fill.screen, frequency: next })
      : `Cells must be ${SMALLEST_PITCH} to ${LARGEST_PITCH} pixels wide at ${job.sheet.ppi} ppi.`;
    const possible = fault === null;
    setWrong(fault);
    if (possible) edit(setScreen(fill.id, { frequency: next }));
  }
  const set4 = (value: number) => set({ ...frequency, value: Number(value.toPrecision(5)) });
  return (
    <div>
      <NumberField
        label="Frequency"
        value={frequency.value}
        min={ends[0]}
        max={ends[1]}
        step={frequency.per === 'mm' ? 0.05 : 1}
        normal={convertFrequency(DEFAULT_SCREEN.frequency, frequency.per, job.sheet.ppi, width).value}
        format={{ unit: UNIT_NAMES[frequency.per], digits: 3 }}
        about={FREQUENCY_RANGE.about}
        onChange={set4}
        readText={(text) => {
          const read = readFrequency(text);
          if (read) set(read);
          return read !== null;
        }}
      />
      {wrong && (
        <p role="alert" className="pt-0.5 text-[10.5px] leading-tight text-hot-text">
          {wrong}
        </p>
      )}
    </div>
  );
}
