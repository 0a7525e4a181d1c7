import { Plus } from 'lucide-react';
import { ColourField } from '../../../ui/ColourField.tsx';

interface Props {
  readonly label: string;
  readonly colours: readonly string[];
  change(colours: readonly string[]): void;
}

/** Some colours, at least one. */
export function ColourList({ label, colours, change }: Props) {
  return (
    <fieldset className="col-span-2 grid gap-0.5">
      <legend className="flex w-full items-center justify-between">
        {label}
        <button
          type="button"
          aria-label="Add a colour"
          onClick={() => change([...colours, colours.at(-1)!])}
          className="grid h-6 w-6 place-items-center hover:text-hot-text"
        >
          <Plus size={13} aria-hidden />
        </button>
      </legend>
      {colours.map((colour, k) => (
        <div key={k} className="flex items-center justify-between">
          <ColourField label={`Colour ${k + 1}`} value={colour} onChange={(c) => change(colours.with(k, c))} />
          {colours.length > 1 && (
            <button
              type="button"
              aria-label={`Remove colour ${k + 1}`}
              onClick={() => change(colours.toSpliced(k, 1))}
              className="grid h-6 w-6 place-items-center hover:text-hot-text"
            >
              ×
            </button>
          )}
        </div>
      ))}
    </fieldset>
  );
}
