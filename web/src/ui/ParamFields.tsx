import type { Params } from '@chromatype/core';
import { ParamField } from './ParamField.tsx';

interface Props {
  readonly params: Params;
  readonly settings: Readonly<Record<string, unknown>>;
  /** Settings that have controls of their own elsewhere. */
  readonly without?: readonly string[];
  change(part: Readonly<Record<string, unknown>>): void;
}

/** A control for every setting of a table that matters beside the others. */
export function ParamFields({ params, settings, without = [], change }: Props) {
  return Object.entries(params)
    .filter(([name, param]) => !without.includes(name) && (param.when?.(settings) ?? true))
    .map(([name, param]) => (
      <ParamField key={name} param={param} value={settings[name]} onChange={(value) => change({ [name]: value })} />
    ));
}
