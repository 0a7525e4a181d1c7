import { BendStation } from './bend/BendStation.tsx';
import type { ChainProps } from './chain-props.ts';
import { InkStation } from './ink/InkStation.tsx';
import { PictureStation } from './picture/PictureStation.tsx';
import { ScreenStation } from './screen/ScreenStation.tsx';
import { Station, THUMB } from './Station.tsx';
import { ToneStation } from './tone/ToneStation.tsx';

/**
 * The stations of the chosen fill, top to bottom. At rest all six are in sight; an open one takes the room that the
 * others leave, each as one line, and scrolls inside itself.
 */
export function Chain({ job, pass, fill }: ChainProps) {
  return (
    <div className="flex min-h-full flex-col has-[[data-mode=open]]:h-full">
      <PictureStation job={job} pass={pass} fill={fill} />
      <ToneStation job={job} pass={pass} fill={fill} />
      <Station title="Stencil" note="the whole sheet" thumb={<div className={`${THUMB} bg-white`} />} />
      <ScreenStation job={job} pass={pass} fill={fill} />
      <BendStation fill={fill} />
      <InkStation job={job} pass={pass} />
    </div>
  );
}
