import type { NumberParam, Param, Params } from './params.ts';

/** How much larger lengths become: those in mm, and those in pixels. */
export interface LengthScale {
  readonly mm: number;
  readonly px: number;
}

const tidy = (v: number): number => Number(v.toFixed(4));

/** How much larger a number becomes; 1 for what is no length. */
function factorOf(param: NumberParam, settings: Readonly<Record<string, unknown>>, { mm, px }: LengthScale): number {
  const unit = param.unitIn === undefined ? param.unit : settings[param.unitIn];
  if (unit === 'mm') return mm;
  if (unit === 'px') return px;
  return unit === 'mm²' ? mm * mm : 1;
}

function scaledValue(param: Param, settings: Readonly<Record<string, unknown>>, value: unknown, by: LengthScale) {
  if (param.kind !== 'number' || typeof value !== 'number') return value;
  const factor = factorOf(param, settings, by);
  if (factor === 1) return value;
  const scaled = Math.min(param.max, Math.max(param.min, tidy(value * factor)));
  return param.whole ? Math.round(scaled) : scaled;
}

/** Settings whose lengths and areas are larger or smaller, within the limits of each. Angles, shares and counts stay. */
export const scaledSettings = <S extends object>(params: Params, settings: S, by: LengthScale): S => ({
  ...settings,
  ...Object.fromEntries(
    Object.entries(params).map(([name, param]) => {
      const group = settings as Readonly<Record<string, unknown>>;
      return [name, scaledValue(param, group, group[name], by)];
    }),
  ),
});
