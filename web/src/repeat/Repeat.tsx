import { MM_PER_INCH, REPEAT_PARAMS } from '@chromatype/core';
import { useState } from 'react';
import { useParams } from 'react-router';
import { Header } from '../bench/Header.tsx';
import { useBenchKeys } from '../bench/use-bench-keys.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { JobGate } from '../document/JobGate.tsx';
import { setRepeat } from '../document/repeat-edits.ts';
import { edit, useOpenJob } from '../document/store.ts';
import { usePicturesReady } from '../strips/use-strips.ts';
import { Choice } from '../ui/Choice.tsx';
import { ParamFields } from '../ui/ParamFields.tsx';
import { RepeatNotes } from './RepeatNotes.tsx';
import { RepeatPart } from './RepeatPart.tsx';
import { RepeatPreview } from './RepeatPreview.tsx';
import { RepeatTakes } from './RepeatTakes.tsx';
import { useSwatch } from './use-swatch.ts';

function OpenRepeat({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { pass, choose } = useChosen(job);
  useBenchKeys(job, pass, choose);
  const ready = usePicturesReady(job);
  const { key, swatch, share, problem } = useSwatch(job, ready);
  const [zoom, setZoom] = useState<'all' | 'pixels'>('all');
  const [edges, setEdges] = useState<'shown' | 'hidden'>('shown');
  const mm = (pixels: number) => Number(((pixels / job.sheet.ppi) * MM_PER_INCH).toFixed(2));
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)_60px]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[264px_minmax(0,1fr)_250px]">
        <div className="grid min-h-0 grid-cols-1 content-start gap-2 overflow-y-auto border-r border-ink bg-paper p-3">
          <RepeatPart job={job} ready={ready} />
          <ParamFields params={REPEAT_PARAMS} settings={job.repeat} change={(part) => edit(setRepeat(part))} />
        </div>
        <div
          className="relative min-h-0 min-w-0"
          data-testid="repeat-view"
          data-stage={share === null && !problem && swatch?.key === key ? 'made' : 'making'}
        >
          <RepeatPreview swatch={swatch} zoom={zoom} edges={edges === 'shown'} />
          {(share !== null || problem || !swatch) && (
            <p
              role="status"
              className="absolute top-2 left-1/2 max-w-[90%] -translate-x-1/2 border border-ink bg-paper px-2 py-1"
              data-testid="repeat-state"
            >
              {problem ??
                (share !== null
                  ? `Making the swatch, ${Math.round(100 * share)} %`
                  : ready
                    ? 'Making the swatch …'
                    : 'Loading the picture …')}
            </p>
          )}
        </div>
        <div className="grid min-h-0 grid-cols-1 content-start gap-3 overflow-y-auto border-l border-ink bg-paper p-3">
          {swatch && <RepeatNotes job={job} seams={swatch.seams} />}
          <RepeatTakes id={id} job={job} swatch={swatch} />
        </div>
      </main>
      <footer className="flex items-center gap-4 border-t border-ink bg-paper-2 px-3">
        <span className="font-semibold">Swatch</span>
        <span className="text-muted" role="status">
          {swatch
            ? `${swatch.width} × ${swatch.height} plate pixels, ${mm(swatch.width)} × ${mm(swatch.height)} mm · shown three by three`
            : 'not made yet'}
        </span>
        <span className="flex-1" />
        <Choice<'shown' | 'hidden'>
          label="Edges of the repeats"
          value={edges}
          options={[
            { value: 'shown', label: 'Edges' },
            { value: 'hidden', label: 'No edges' },
          ]}
          onChange={setEdges}
        />
        <Choice<'all' | 'pixels'>
          label="Size of the preview"
          value={zoom}
          options={[
            { value: 'all', label: 'All nine' },
            { value: 'pixels', label: '1:1' },
          ]}
          onChange={setZoom}
        />
      </footer>
    </div>
  );
}

/** A part of the sheet as a swatch that repeats without a seam, three by three. */
export function Repeat() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Repeat">
      <OpenRepeat id={id} />
    </JobGate>
  );
}
