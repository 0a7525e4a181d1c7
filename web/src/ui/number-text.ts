/** How a number field shows and reads its value; `units` turns what was typed with a unit into the field's own. */
export interface NumberFormat {
  readonly unit: string;
  readonly digits: number;
  /** Shown value = value × this. */
  readonly shown?: number;
  readonly units?: Readonly<Record<string, (value: number) => number>>;
}

export function showNumber(value: number, { unit, digits, shown = 1 }: NumberFormat): string {
  const text = Number((value * shown).toFixed(digits)).toString();
  return unit === '°' ? `${text}°` : unit ? `${text} ${unit}` : text;
}

const SAME_UNIT: Readonly<Record<string, string>> = { '°': 'deg', percent: '%', degrees: 'deg', inch: 'in', '"': 'in' };
const plain = (unit: string): string => SAME_UNIT[unit] ?? unit;

/** Reads a number with or without a unit, comma or point; null when it cannot be understood. */
export function readNumber(text: string, format: NumberFormat): number | null {
  const m = /^\s*([-+]?(?:\d+(?:[.,]\d*)?|[.,]\d+))\s*([^\d\s]*)\s*$/.exec(text);
  if (!m) return null;
  const value = Number(m[1]!.replace(',', '.'));
  const unit = plain(m[2]!.toLowerCase());
  if (unit === '' || unit === plain(format.unit)) return value / (format.shown ?? 1);
  return format.units?.[unit]?.(value) ?? null;
}
