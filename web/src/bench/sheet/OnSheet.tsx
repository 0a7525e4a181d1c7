import { type Job, type Pass, fillOf } from '@chromatype/core';
import { lazy, Suspense } from 'react';
import type { View } from '../../engine/view.ts';
import { Overlay } from '../tools/Overlay.tsx';
import { ToolLayer } from '../tools/ToolLayer.tsx';
import { useTools } from '../tools/tool-store.ts';

const PlaceHandles = lazy(() => import('../tools/PlaceHandles.tsx'));

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly view: View;
}

/** Everything that lies over the print: overlays, handles, and the tool in hand. */
export function OnSheet({ job, pass, view }: Props) {
  const tool = useTools((s) => s.tool);
  const overlay = useTools((s) => s.overlay);
  return (
    <>
      {overlay === 'clip' && (
        <Overlay job={job} pass={pass} view={view} kind="clip" label="Where highlights and shadows are clipped" />
      )}
      {overlay === 'reach' && fillOf(pass).feed.separation && (
        <Overlay job={job} pass={pass} view={view} kind="reach" label="Colours that the inks cannot reach" />
      )}
      {(tool === 'place' || tool === 'crop') && (
        <Suspense fallback={null}>
          <PlaceHandles
            key={`${tool} ${pass.id} ${fillOf(pass).feed.picture}`}
            job={job}
            pass={pass}
            view={view}
            tool={tool}
          />
        </Suspense>
      )}
      <ToolLayer job={job} pass={pass} view={view} />
    </>
  );
}
