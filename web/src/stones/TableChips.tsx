import { MOST_OF_REGION } from '@chromatype/core';

interface Props {
  readonly label: string;
  readonly about: string;
  readonly names: readonly string[];
  readonly chosen: readonly string[];
  /** `#rrggbb` of a colour by its name. */
  colourOf?(name: string): string;
  onChange(names: readonly string[]): void;
}

/** Entries of the table of stones to be chosen, in the order in which they are used. */
export function TableChips({ label, about, names, chosen, colourOf, onChange }: Props) {
  function toggle(name: string): void {
    if (!chosen.includes(name)) {
      if (chosen.length < MOST_OF_REGION) onChange([...chosen, name]);
      return;
    }
    // One stays: a region without stones would be nothing.
    if (chosen.length > 1) onChange(chosen.filter((n) => n !== name));
  }
  // Names that the table lost are still shown, so that they can be taken away.
  const all = [...names, ...chosen.filter((n) => !names.includes(n))];
  return (
    <div className="grid gap-0.5" title={about}>
      <span aria-hidden>{label}</span>
      <div role="group" aria-label={label} className="flex flex-wrap gap-1">
        {all.map((name) => {
          const place = chosen.indexOf(name);
          return (
            <button
              key={name}
              type="button"
              aria-pressed={place >= 0}
              title={name}
              onClick={() => toggle(name)}
              className="flex h-6 items-center gap-1 border border-hairline px-[6px] text-[11.5px] leading-none hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-semibold aria-pressed:text-paper"
            >
              {colourOf && (
                <span
                  className="h-3 w-3 rounded-full border border-ink/40"
                  style={{ background: colourOf(name) }}
                  aria-hidden
                />
              )}
              {name}
              {chosen.length > 1 && place >= 0 && (
                <span className="font-mono text-[9.5px]" aria-hidden>
                  {place + 1}
                </span>
              )}
            </button>
          );
        })}
      </div>
    </div>
  );
}
