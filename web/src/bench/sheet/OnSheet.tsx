import { type Job, type Pass, fillOf } from '@chromatype/core';
import { lazy, memo, Suspense, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import type { View } from '../../engine/view.ts';
import { BendHandles } from '../bend/BendHandles.tsx';
import { BendLayer } from '../bend/BendLayer.tsx';
import { FoldsShown } from '../bend/FoldsShown.tsx';
import { chosenBend, useBendTools } from '../bend/bend-tools.ts';
import { Overlay } from '../tools/Overlay.tsx';
import { ToolLayer } from '../tools/ToolLayer.tsx';
import { GradationHandles } from '../tints/GradationHandles.tsx';
import { TintDrop } from '../tints/TintDrop.tsx';
import { type Tool, useTools } from '../tools/tool-store.ts';
import { MarkLayer } from '../marks/MarkLayer.tsx';
import { DrawLayer } from '../stencil/DrawLayer.tsx';
import { hasHandles, passSeenBy } from '../stencil/draw-parts.ts';
import { useStencilTools } from '../stencil/stencil-tools.ts';

const PartHandles = lazy(() => import('../stencil/PartHandles.tsx'));
const PlaceHandles = lazy(() => import('../tools/PlaceHandles.tsx'));

/** Tools that cut a picture out. */
const CUTS: readonly Tool[] = ['pick', 'cut-brush', 'cut-mark'];

interface Props {
  readonly job: Job;
  /** The chosen pass with its chosen fill alone. */
  readonly pass: Pass;
  /** The same pass with all its fills. */
  readonly whole: Pass;
  readonly view: View;
}

function OnSheetPart({ job, pass, whole, view }: Props) {
  const [params] = useSearchParams();
  const { part: chosen, look } = useStencilTools();
  const fill = fillOf(pass);
  const stencil = job.stencils.find((s) => s.id === fill.stencil);
  const part = stencil?.parts.find((p) => p.id === chosen);
  const tool = useTools((s) => s.tool);
  const overlay = useTools((s) => s.overlay);
  const bends = useBendTools();
  // Bends have their handles while their station is open.
  const bendAt = params.get('station') === 'bend' ? chosenBend(fill, bends) : -1;
  const bend = fill.bend[bendAt];
  // A stencil is shown while its station is open or something is drawn in it.
  const stencilSeen = params.get('station') === 'stencil' || tool === 'stencil';
  // What is drawn after a picture needs to see it where it does not print.
  const seen = useMemo(() => {
    if (tool === 'stencil') return stencil ? passSeenBy(job, pass, part) : null;
    return CUTS.includes(tool) ? pass : null;
  }, [job, pass, part, stencil, tool]);
  return (
    <>
      {seen && (
        <Overlay job={job} pass={seen} view={view} kind="ghost" label="The picture where it does not print" patient />
      )}
      {stencilSeen && stencil && look !== 'off' && (
        <Overlay key={look} job={job} pass={pass} view={view} kind={look} label={`The stencil ${stencil.name}`} />
      )}
      {stencilSeen && part && tool === 'none' && hasHandles(part) && (
        <Suspense fallback={null}>
          <PartHandles key={part.id} job={job} fill={fill} part={part} view={view} />
        </Suspense>
      )}
      {fill.feed.part === 'tint' && fill.feed.run !== 'flat' && tool === 'none' && (
        <GradationHandles job={job} fill={fill} view={view} />
      )}
      {bend && (
        <>
          <FoldsShown job={job} bend={bend} view={view} />
          {tool === 'none' && <BendHandles key={bendAt} job={job} fill={fill} at={bendAt} bend={bend} view={view} />}
          {(tool === 'push' || tool === 'pin') && (
            <BendLayer job={job} fill={fill} at={bendAt} view={view} tool={tool} />
          )}
        </>
      )}
      {tool === 'marks' && <MarkLayer key={fill.id} job={job} pass={whole} fill={fill} view={view} />}
      {tool === 'stencil' && <DrawLayer job={job} pass={whole} fill={fill} view={view} />}
      <TintDrop job={job} pass={whole} fill={fill} view={view} />
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

/** Everything that lies over the print: overlays, handles, and the tool in hand. Not drawn anew where the print alone is. */
export const OnSheet = memo(OnSheetPart);
