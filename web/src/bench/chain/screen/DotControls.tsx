import { familyOf } from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { optionsOf } from './options-of.ts';
import { OwnFields } from './OwnFields.tsx';
import { SampleRow } from './SampleRow.tsx';

/** Shapes and lattices as live samples, then the rest of the settings of dots. */
export function DotControls({ job, pass, fill }: ChainProps) {
  const { dots } = fill.screen;
  return (
    <>
      <SampleRow
        label="Dot shape"
        job={job}
        pass={pass}
        fill={fill}
        options={optionsOf(familyOf('dots').params.shape)}
        chosen={dots.shape}
        screenFor={(shape) => ({ dots: { ...dots, shape } })}
      />
      <h3 className="pt-2 text-[11px] text-muted">Lattice</h3>
      <SampleRow
        label="Lattice"
        job={job}
        pass={pass}
        fill={fill}
        options={optionsOf(familyOf('dots').params.lattice)}
        chosen={dots.lattice}
        screenFor={(lattice) => ({ dots: { ...dots, lattice } })}
      />
      <OwnFields fill={fill} family="dots" without={['shape', 'lattice']} />
    </>
  );
}
