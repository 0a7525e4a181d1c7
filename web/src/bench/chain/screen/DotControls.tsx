import { familyOf, type Job, type Pass } from '@chromatype/core';
import { optionsOf } from './options-of.ts';
import { OwnFields } from './OwnFields.tsx';
import { SampleRow } from './SampleRow.tsx';

/** Shapes and lattices as live samples, then the rest of the settings of dots. */
export function DotControls({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const { dots } = pass.screen;
  return (
    <>
      <SampleRow
        label="Dot shape"
        job={job}
        pass={pass}
        options={optionsOf(familyOf('dots').params.shape)}
        chosen={dots.shape}
        screenFor={(shape) => ({ dots: { ...dots, shape } })}
      />
      <h3 className="pt-2 text-[11px] text-muted">Lattice</h3>
      <SampleRow
        label="Lattice"
        job={job}
        pass={pass}
        options={optionsOf(familyOf('dots').params.lattice)}
        chosen={dots.lattice}
        screenFor={(lattice) => ({ dots: { ...dots, lattice } })}
      />
      <OwnFields pass={pass} family="dots" without={['shape', 'lattice']} />
    </>
  );
}
