import { familyOf } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { OwnFields } from './OwnFields.tsx';
import { optionsOf } from './options-of.ts';
import { SampleRow } from './SampleRow.tsx';

/** The controls of a family without any of its own: its cells as live samples, then the rest of its settings. */
export function FamilyControls({ job, pass, fill }: ChainProps) {
  const { name, label, params, cells } = familyOf(fill.screen.family);
  const own = fill.screen[name] as Readonly<Record<string, unknown>>;
  return (
    <>
      {cells && (
        <SampleRow
          label={`Kind of ${label.toLowerCase()}`}
          job={job}
          pass={pass}
          fill={fill}
          options={optionsOf(params[cells])}
          chosen={own[cells] as string}
          screenFor={(kind) => ({ [name]: { ...own, [cells]: kind } })}
        />
      )}
      <OwnFields fill={fill} family={name} without={cells ? [cells] : []} />
    </>
  );
}
