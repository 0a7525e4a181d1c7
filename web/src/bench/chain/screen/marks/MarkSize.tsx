import { familyOf, MARK_LATTICES } from '@chromatype/core';
import { Choice } from '../../../../ui/Choice.tsx';
import { ParamField } from '../../../../ui/ParamField.tsx';
import type { ChainProps } from '../../chain-props.ts';
import { changeMarks } from './change-marks.ts';
import { FrequencyField } from '../FrequencyField.tsx';
import { optionsOf } from '../options-of.ts';

const { params } = familyOf('marks');
const FITS = optionsOf(params.fit).map(({ name, label, about }) => ({ value: name, label, title: about }));

/** How many marks there are: rows by a frequency, or so many across and down. */
export function MarkSize({ job, fill }: Pick<ChainProps, 'job' | 'fill'>) {
  const { marks } = fill.screen;
  const change = changeMarks(job, fill);
  const canCount = MARK_LATTICES.some((l) => l.name === marks.lattice && l.counted);
  const field = (name: 'across' | 'down' | 'from' | 'to') => (
    <ParamField
      key={name}
      param={params[name]!}
      value={marks[name]}
      onChange={(value) => change({ [name]: value as number })}
    />
  );
  return (
    <>
      {canCount && (
        <Choice dense label="Cells by" value={marks.fit} options={FITS} onChange={(fit) => change({ fit })} />
      )}
      {canCount && marks.fit === 'counts' ? (
        <>
          {field('across')}
          {field('down')}
        </>
      ) : (
        <FrequencyField job={job} fill={fill} />
      )}
      {field('from')}
      {field('to')}
    </>
  );
}
