import { type FamilyName, familyOf, type Fill } from '@chromatype/core';
import { setFamilySettings } from '../../../document/screen-edits.ts';
import { edit } from '../../../document/store.ts';
import { ParamField } from '../../../ui/ParamField.tsx';

interface Props {
  readonly fill: Fill;
  readonly family: FamilyName;
  /** Settings that have controls of their own elsewhere. */
  readonly without: readonly string[];
}

/** A control for every setting of a family that matters beside the others. */
export function OwnFields({ fill, family, without }: Props) {
  const settings = fill.screen[family] as Readonly<Record<string, unknown>>;
  const shown = Object.entries(familyOf(family).params).filter(
    ([name, param]) => !without.includes(name) && (param.when?.(settings) ?? true),
  );
  if (shown.length === 0) return null;
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-0.5 pt-2">
      {shown.map(([name, param]) => (
        <div
          key={name}
          className={param.kind === 'choice' || (param.kind === 'number' && param.unit === 'cells') ? 'col-span-2' : ''}
        >
          <ParamField
            param={param}
            value={settings[name]}
            onChange={(value) => edit(setFamilySettings(fill.id, family, { [name]: value }))}
          />
        </div>
      ))}
    </div>
  );
}
