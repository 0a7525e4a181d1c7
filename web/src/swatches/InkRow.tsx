import { hexOfLight, type Ink, type Lab, labOfLight, solidLight } from '@chromatype/core';
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { LabFields } from '../bench/chain/ink/LabFields.tsx';
import { ColourField } from '../ui/ColourField.tsx';
import { PERCENT } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { TextField } from '../ui/TextField.tsx';
import { SwatchFacts } from './SwatchFacts.tsx';

interface Props {
  readonly ink: Ink;
  /** Null where the set ships with the application. */
  onChange: ((ink: Ink) => void) | null;
  onMove?(by: number): void;
  onRemove?(): void;
}

const PERFECT: Lab = [100, 0, 0];
const ICON = 'grid h-6 w-6 place-items-center hover:text-hot-text';

const labOf = (ink: Ink): Lab =>
  ink.measured?.lab ?? (labOfLight(solidLight(ink)).map((v) => Number(v.toFixed(1))) as unknown as Lab);

/** One ink of a set: its solid, name, colour in both ways, and how covering it is. */
export function InkRow({ ink, onChange, onMove, onRemove }: Props) {
  const lab = labOf(ink);
  const meets = ink.meets === 'light' ? 'adds light' : ink.opacity > 0.5 ? 'covers' : 'transparent';
  if (!onChange) {
    return (
      <li>
        <SwatchFacts colour={ink.colour} name={ink.name} lab={lab} measured={ink.measured !== null} note={meets} />
      </li>
    );
  }
  const measure = (next: Lab) => {
    const measured = { lab: next, stock: ink.measured?.stock ?? PERFECT };
    onChange({ ...ink, measured, colour: hexOfLight(solidLight({ ...ink, measured })) });
  };
  return (
    <li className="flex min-h-12 items-center gap-3 border-b border-hairline py-1">
      <span className="h-9 w-16 shrink-0 border border-ink" style={{ background: ink.colour }} aria-hidden />
      <TextField label="Name of the ink" value={ink.name} onChange={(name) => onChange({ ...ink, name })} />
      <ColourField
        label={`Colour of ${ink.name}`}
        value={ink.colour}
        onChange={(colour) => onChange({ ...ink, colour, measured: null })}
      />
      <div className="w-[230px]">
        <LabFields label={`Solid of ${ink.name}`} value={lab} onChange={measure} />
      </div>
      <div className="w-[120px]">
        <NumberField
          label="Covering"
          about="How much the ink hides what lies under it: 0 transparent, 1 covering."
          value={ink.opacity}
          min={0}
          max={1}
          step={0.01}
          normal={0}
          format={PERCENT}
          onChange={(opacity) => onChange({ ...ink, opacity })}
        />
      </div>
      <span className="flex">
        {onMove && (
          <>
            <button type="button" className={ICON} aria-label={`${ink.name} earlier`} onClick={() => onMove(-1)}>
              <ArrowUp size={14} aria-hidden />
            </button>
            <button type="button" className={ICON} aria-label={`${ink.name} later`} onClick={() => onMove(1)}>
              <ArrowDown size={14} aria-hidden />
            </button>
          </>
        )}
        <button type="button" className={ICON} aria-label={`Remove ${ink.name}`} onClick={onRemove}>
          <Trash2 size={14} aria-hidden />
        </button>
      </span>
    </li>
  );
}
