import { BendStation } from './bend/BendStation.tsx';
import type { ChainProps } from './chain-props.ts';
import { InkStation } from './ink/InkStation.tsx';
import { PictureStation } from './picture/PictureStation.tsx';
import { ScreenStation } from './screen/ScreenStation.tsx';
import { Station, THUMB } from './Station.tsx';
import { ToneStation } from './tone/ToneStation.tsx';

/** The stations of the chosen fill, top to bottom. */
export function Chain({ job, pass, fill }: ChainProps) {
  return (
    <>
      <PictureStation job={job} pass={pass} fill={fill} />
      <ToneStation job={job} pass={pass} fill={fill} />
      <Station
        title="Stencil"
        note="prints on the whole sheet"
        thumb={<div className={`${THUMB} h-[18px] bg-white`} />}
      />
      <ScreenStation job={job} pass={pass} fill={fill} />
      <BendStation fill={fill} />
      <InkStation job={job} pass={pass} />
    </>
  );
}
