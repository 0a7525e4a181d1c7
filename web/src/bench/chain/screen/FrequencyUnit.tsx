import { convertFrequency, type Frequency, sheetPixels } from '@chromatype/core';
import { setScreen } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import type { ChainProps } from '../chain-props.ts';

const UNITS: readonly { readonly name: Frequency['per']; readonly label: string }[] = [
  { name: 'lpi', label: 'lines an inch' },
  { name: 'lpcm', label: 'lines a cm' },
  { name: 'mm', label: 'pitch in mm' },
  { name: 'px', label: 'pitch in pixels' },
  { name: 'across', label: 'count across' },
];

/** The unit that the frequency is told in; the screen stays as it is. */
export function FrequencyUnit({ job, fill }: Pick<ChainProps, 'job' | 'fill'>) {
  const { frequency } = fill.screen;
  function change(per: string): void {
    const next = convertFrequency(frequency, per as Frequency['per'], job.sheet.ppi, sheetPixels(job.sheet).width);
    edit(setScreen(fill.id, { frequency: { ...next, value: Number(next.value.toPrecision(5)) } }));
  }
  return (
    <SelectField
      label="Unit of frequency"
      about="Any unit can be typed with the number as well."
      value={frequency.per}
      options={UNITS}
      onChange={change}
    />
  );
}
