import { passOf } from '@chromatype/core';
import { useMemo } from 'react';
import { BendStation } from './bend/BendStation.tsx';
import type { ChainProps } from './chain-props.ts';
import { FillRow } from './FillRow.tsx';
import { InkStation } from './ink/InkStation.tsx';
import { PictureStation } from './picture/PictureStation.tsx';
import { ScreenStation } from './screen/ScreenStation.tsx';
import { StencilStation } from './stencil/StencilStation.tsx';
import { ToneStation } from './tone/ToneStation.tsx';

/**
 * The stations of the chosen fill, top to bottom. At rest all six are in sight; an open one takes the room that the
 * others leave, each as one line, and scrolls inside itself.
 */
export function Chain({ job, pass, fill }: ChainProps) {
  // Stations that show one chain see the pass as if the chosen fill were all of it.
  const shown = useMemo(() => passOf(pass, fill), [pass, fill]);
  return (
    <div className="flex min-h-full flex-col has-[[data-mode=open]]:h-full">
      <FillRow job={job} pass={pass} fill={fill} />
      <PictureStation job={job} pass={shown} fill={fill} />
      <ToneStation job={job} pass={shown} fill={fill} />
      <StencilStation job={job} pass={pass} fill={fill} />
      <ScreenStation job={job} pass={shown} fill={fill} />
      <BendStation job={job} fill={fill} />
      <InkStation job={job} pass={pass} fill={fill} />
    </div>
  );
}
