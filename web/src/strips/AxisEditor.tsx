import { isRange, MOST_STRIPS, type Pass, stripSetting, fillOf } from '@chromatype/core';
import { Choice } from '../ui/Choice.tsx';
import { PLAIN } from '../ui/formats.ts';
import { NumberField } from '../ui/NumberField.tsx';
import { formatOf } from '../ui/param-format.ts';
import { type AxisDraft, draftOf, offered } from './axes.ts';
import { FREQUENCY_UNITS } from './frequency-units.ts';

interface Props {
  readonly title: string;
  readonly pass: Pass;
  readonly draft: AxisDraft | null;
  /** Whether the axis may be left out. */
  readonly optional?: boolean;
  onChange(draft: AxisDraft | null): void;
}

const NONE = '';

/** Which setting one side of the sheet varies, and over which values. */
export function AxisEditor({ title, pass, draft, optional = false, onChange }: Props) {
  const setting = draft && stripSetting(draft.setting);
  const range = setting && isRange(setting.values) ? setting.values : null;
  const format = !range
    ? PLAIN
    : range.unit === 'frequency'
      ? { unit: FREQUENCY_UNITS[fillOf(pass).screen.frequency.per], digits: 2 }
      : formatOf({ unit: range.unit } as never);
  const field = (label: string, key: 'from' | 'to') => (
    <NumberField
      label={label}
      value={draft![key]}
      min={range!.min}
      max={range!.max}
      step={range!.whole ? 1 : Number(((range!.max - range!.min) / 100).toPrecision(1))}
      normal={draft![key]}
      format={format}
      onChange={(v) => onChange({ ...draft!, [key]: v })}
    />
  );
  return (
    <section aria-label={title} className="grid grid-cols-1 gap-1">
      <h2 className="text-[13.5px]">{title}</h2>
      <div className="grid grid-cols-1 gap-1 border border-ink bg-paper p-2">
        <select
          aria-label={`Setting ${title.toLowerCase()}`}
          value={draft?.setting ?? NONE}
          onChange={(e) => {
            const next = stripSetting(e.target.value);
            onChange(next ? draftOf(next, pass) : null);
          }}
          className="h-6 min-w-0 border-b border-hairline bg-paper font-semibold"
        >
          {optional && <option value={NONE}>nothing</option>}
          {offered(pass).map(({ station, settings }) => (
            <optgroup key={station} label={station}>
              {settings.map((s) => (
                <option key={s.name} value={s.name} title={s.about}>
                  {s.label}
                </option>
              ))}
            </optgroup>
          ))}
        </select>
        {range && (
          <>
            {field('from', 'from')}
            {field('to', 'to')}
            <NumberField
              label="strips"
              value={draft!.count}
              min={1}
              max={MOST_STRIPS}
              step={1}
              normal={5}
              format={PLAIN}
              onChange={(count) => onChange({ ...draft!, count: Math.round(count) })}
            />
            <Choice
              label={`Steps ${title.toLowerCase()}`}
              value={draft!.byRatio ? 'ratio' : 'difference'}
              options={[
                { value: 'difference', label: 'even steps' },
                { value: 'ratio', label: 'even ratio' },
              ]}
              onChange={(v) => onChange({ ...draft!, byRatio: v === 'ratio' })}
            />
          </>
        )}
        {setting && !range && !isRange(setting.values) && (
          <div
            role="group"
            aria-label={`Values ${title.toLowerCase()}`}
            className="flex max-h-[112px] flex-wrap gap-1 overflow-y-auto"
          >
            {setting.values.map(({ value, label }) => {
              const on = draft!.chosen.includes(value);
              const chosen = on
                ? draft!.chosen.filter((c) => c !== value)
                : [...draft!.chosen, value].slice(-MOST_STRIPS);
              return (
                <button
                  key={String(value)}
                  type="button"
                  aria-pressed={on}
                  onClick={() => onChange({ ...draft!, chosen })}
                  className="h-6 border border-hairline px-1.5 text-[11.5px] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
                >
                  {label}
                </button>
              );
            })}
          </div>
        )}
      </div>
    </section>
  );
}
