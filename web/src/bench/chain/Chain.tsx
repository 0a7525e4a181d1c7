import type { Job, Pass } from '@chromatype/core';
import { InkStation } from './ink/InkStation.tsx';
import { PictureStation } from './picture/PictureStation.tsx';
import { ScreenStation } from './screen/ScreenStation.tsx';
import { Station, THUMB } from './Station.tsx';
import { ToneStation } from './tone/ToneStation.tsx';

/** A straight lattice: nothing bends it. */
function StraightLattice() {
  const at = [7, 14, 21, 28, 35, 42, 49];
  return (
    <svg viewBox="0 0 56 16" className={`${THUMB} text-hairline`} role="img" aria-label="The lattice is straight">
      {at.map((x) => (
        <path key={x} d={`M${x} 0V16`} stroke="currentColor" />
      ))}
      <path d="M0 5.500H56M0 11H56" stroke="currentColor" />
    </svg>
  );
}

/** The stations of the chosen pass, top to bottom. */
export function Chain({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  return (
    <>
      <PictureStation job={job} pass={pass} />
      <ToneStation job={job} pass={pass} />
      <Station
        title="Stencil"
        note="prints on the whole sheet"
        thumb={<div className={`${THUMB} h-[18px] bg-white`} />}
      />
      <ScreenStation job={job} pass={pass} />
      <Station title="Bend" note="none" thumb={<StraightLattice />} />
      <InkStation job={job} pass={pass} />
    </>
  );
}
