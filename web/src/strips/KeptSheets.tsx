import { type StripSheet, stripSetting } from '@chromatype/core';

interface Props {
  readonly sheets: readonly StripSheet[];
  readonly shown: StripSheet | null;
  open(sheet: StripSheet): void;
}

const nameOf = (s: StripSheet): string =>
  [s.across, s.down].flatMap((a) => (a ? (stripSetting(a.setting)?.label ?? a.setting) : [])).join(' × ');

/** Sheets of strips that were made of a pass, the newest first. */
export function KeptSheets({ sheets, shown, open }: Props) {
  if (sheets.length === 0) return null;
  return (
    <section aria-label="Kept sheets" className="grid grid-cols-1 gap-1">
      <h2 className="text-[12.5px] text-muted">Kept sheets</h2>
      <div className="flex flex-wrap gap-1">
        {[...sheets].reverse().map((s) => (
          <button
            key={s.id}
            type="button"
            aria-pressed={s.id === shown?.id}
            onClick={() => open(s)}
            className="h-6 border border-hairline px-1.5 text-[11px] aria-pressed:border-hot"
          >
            {nameOf(s)}
          </button>
        ))}
      </div>
    </section>
  );
}
