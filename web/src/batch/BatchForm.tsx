import { BATCH_FORMATS, NAME_FIELDS, patternFault } from '@chromatype/core';
import { MM, PPI } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { SwitchField } from '../ui/SwitchField.tsx';

/** How a batch is taken out. */
export interface BatchSettings {
  readonly formats: readonly string[];
  readonly longest: number;
  readonly ppi: number;
  readonly names: string;
  readonly contact: boolean;
}

interface Props {
  readonly settings: BatchSettings;
  /** The names that the first prints get. */
  readonly example: readonly string[];
  change(part: Partial<BatchSettings>): void;
}

/** Formats, size, names and contact sheet of a batch. */
export function BatchForm({ settings, example, change }: Props) {
  const { formats, longest, ppi, names, contact } = settings;
  const fault = patternFault(names);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <fieldset className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-0.5">
        <legend className="pb-0.5 text-[11px] text-muted">Formats</legend>
        {BATCH_FORMATS.map(({ name, label, about }) => (
          <label key={name} className="flex items-center gap-1.5" title={about}>
            <input
              type="checkbox"
              checked={formats.includes(name)}
              onChange={(e) =>
                change({ formats: e.target.checked ? [...formats, name] : formats.filter((f) => f !== name) })
              }
            />
            <span className="w-[44px] shrink-0 font-semibold">{label}</span>
            <span className="min-w-0 text-[11px] leading-tight text-muted">{about}</span>
          </label>
        ))}
      </fieldset>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-1">
        <NumberField
          label="Longer side"
          value={longest}
          min={10}
          max={3000}
          step={1}
          normal={210}
          format={MM}
          onChange={(value) => change({ longest: value })}
        />
        <NumberField
          label="Pixels per inch"
          value={ppi}
          min={36}
          max={2400}
          step={10}
          normal={300}
          format={PPI}
          onChange={(value) => change({ ppi: value })}
        />
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-1">
        <label className="grid gap-0.5">
          <span className="text-[11px] text-muted">Names of files</span>
          <input
            aria-label="Names of files"
            value={names}
            maxLength={200}
            onChange={(e) => change({ names: e.target.value })}
            className="h-6 border-b border-hairline bg-transparent font-mono text-[11px] hover:border-ink"
          />
        </label>
        <p className="text-[11px] text-muted">{NAME_FIELDS.map((f) => `{${f.name}}`).join(' ')} are filled in.</p>
        {fault ? (
          <p role="alert" className="text-hot-text">
            {fault}
          </p>
        ) : (
          <ul aria-label="Example of names" data-testid="name-example" className="font-mono text-[10.5px]">
            {example.map((name) => (
              <li key={name} className="truncate" title={name} data-own>
                {name}
              </li>
            ))}
          </ul>
        )}
      </div>
      <SwitchField
        label="Contact sheet"
        about="All prints on a page, as PDF and PNG, in the archive."
        value={contact}
        onChange={(on) => change({ contact: on })}
      />
    </div>
  );
}
