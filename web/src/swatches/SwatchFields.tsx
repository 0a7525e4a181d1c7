import type { Lab } from '@chromatype/core';
import { LabFields } from '../bench/chain/ink/LabFields.tsx';
import { ColourField } from '../ui/ColourField.tsx';
import { TextField } from '../ui/TextField.tsx';

interface Props {
  /** What it is a swatch of: an ink, a stock. */
  readonly kind: string;
  /** Labels of its colour as it is picked and as it is measured. */
  readonly labels: readonly [colour: string, lab: string];
  readonly colour: string;
  readonly name: string;
  readonly lab: Lab;
  rename(name: string): void;
  recolour(colour: string): void;
  measure(lab: Lab): void;
}

/** A swatch with its name and its colour in both ways, to be changed. */
export function SwatchFields({ kind, labels, colour, name, lab, rename, recolour, measure }: Props) {
  return (
    <>
      <span className="h-9 w-16 shrink-0 border border-ink" style={{ background: colour }} aria-hidden />
      <TextField label={`Name of the ${kind}`} value={name} onChange={rename} />
      <ColourField label={labels[0]} value={colour} onChange={recolour} />
      <div className="w-[230px]">
        <LabFields label={labels[1]} value={lab} onChange={measure} />
      </div>
    </>
  );
}
