import { familyOf, INK_PARAMS } from '@chromatype/core';
import { setInk } from '../../../document/edits.ts';
import { setSmooth } from '../../../document/screen-edits.ts';
import { edit } from '../../../document/store.ts';
import { ParamField } from '../../../ui/ParamField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import type { ChainProps } from '../chain-props.ts';

const { takes } = familyOf('smooth').params;

/** What a fill without a screen prints: the artwork as it is, or its tone in the ink. */
export function SmoothControls({ pass, fill }: ChainProps) {
  if (takes?.kind !== 'choice') return null;
  return (
    <div className="grid gap-1.5 pt-1.5">
      <div role="radiogroup" aria-label={takes.label} className="grid grid-cols-2 gap-2">
        {takes.options.map(({ name, label, about }) => (
          <button
            key={name}
            type="button"
            role="radio"
            aria-checked={fill.screen.smooth.takes === name}
            title={about}
            onClick={() => edit(setSmooth(fill.id, { takes: name as 'ink' }))}
            className="border border-hairline p-1.5 text-left hover:border-ink aria-checked:border-ink aria-checked:outline-2 aria-checked:outline-hot"
          >
            <span className="block font-semibold">{label}</span>
            <span className="block text-[11px] leading-tight text-muted">{about}</span>
          </button>
        ))}
      </div>
      <SelectField
        label="Meets what is there"
        about={INK_PARAMS.meets.about}
        value={pass.ink.meets}
        options={INK_PARAMS.meets.options}
        onChange={(meets) => edit(setInk(pass.id, { meets: meets as typeof pass.ink.meets }))}
      />
      <ParamField
        param={INK_PARAMS.strength}
        value={pass.ink.strength}
        onChange={(strength) => edit(setInk(pass.id, { strength: strength as number }))}
      />
      <p className="text-[11px] leading-tight text-muted">
        Plates for a press cannot hold it. Under <em>Ink</em> is how it meets what lies beneath: as it is, by a blend
        mode, or as ink.
      </p>
    </div>
  );
}
