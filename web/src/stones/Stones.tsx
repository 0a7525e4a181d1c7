import { type Job, type Pass, printsStones } from '@chromatype/core';
import { useEffect, useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Header } from '../bench/Header.tsx';
import { JobGate } from '../document/JobGate.tsx';
import { useOpenJob } from '../document/store.ts';
import { AtWork } from '../preview/AtWork.tsx';
import { usePicturesReady } from '../strips/use-strips.ts';
import { AddRegion } from './AddRegion.tsx';
import { DesignSize } from './DesignSize.tsx';
import { FactsPanel } from './FactsPanel.tsx';
import { FaultsPanel } from './FaultsPanel.tsx';
import { PickBar } from './PickBar.tsx';
import { RegionControls } from './RegionControls.tsx';
import { RegionList } from './RegionList.tsx';
import { setStonesState, stonesAt, useStones } from './stones-store.ts';
import { StoneSheet } from './StoneSheet.tsx';
import { JobTable } from './JobTable.tsx';
import { TakeOut } from './TakeOut.tsx';
import { useLayout } from './use-layout.ts';

/** Passes of a job that lay stones. */
const stonePasses = ({ passes, sheet }: Job): readonly Pass[] =>
  passes.filter((p) => p.fills.some((f) => printsStones(f, sheet.ppi)));

/** The pass and the region in the address, or the first that there are. */
function useRegion(job: Job) {
  const [params, setParams] = useSearchParams();
  const passes = stonePasses(job);
  const pass = passes.find((p) => p.id === params.get('pass')) ?? passes[0] ?? null;
  const fills = pass?.fills.filter((f) => printsStones(f, job.sheet.ppi)) ?? [];
  const fill = fills.find((f) => f.id === params.get('fill')) ?? fills[0] ?? null;
  const choose = (passId: string, fillId: string) => {
    setStonesState({ picks: [] });
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        next.set('pass', passId);
        next.set('fill', fillId);
        return next;
      },
      { replace: true },
    );
  };
  return { passes, pass, fills, fill, choose };
}

function Beginning({ job, choose }: { readonly job: Job; choose(pass: string, fill: string): void }) {
  return (
    <div className="absolute top-1/2 left-1/2 grid w-[340px] max-w-[90%] -translate-x-1/2 -translate-y-1/2 gap-2 border border-ink bg-paper p-4">
      <h2 className="text-[16px]">Stones</h2>
      <p>
        A design filled with stones of a few fixed sizes, for jackets, shirts and bags. Begin with letters, a drawing, a
        shape, a stencil of this job, or a picture.
      </p>
      <AddRegion job={job} pass={null} choose={choose} />
    </div>
  );
}

function OpenStones({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { passes, pass, fills, fill, choose } = useRegion(job);
  const ready = usePicturesReady(job);
  const { laid, faults, busy, problem } = useLayout(job, pass, ready);
  const places = useStones((s) => s.picks);
  const picks = useMemo(() => new Set(laid ? stonesAt(laid.stones, places) : []), [laid, places]);
  useEffect(() => () => setStonesState({ picks: [], view: null, tool: 'choose' }), []);
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[300px_minmax(0,1fr)_290px]">
        <div className="grid min-h-0 grid-cols-1 content-start gap-2 overflow-y-auto border-r border-ink bg-paper p-3">
          <h2 className="text-[14px]">Regions</h2>
          {passes.length > 1 && pass && (
            <select
              aria-label="Layout"
              value={pass.id}
              onChange={(e) => choose(e.target.value, '')}
              className="h-6 border-b border-hairline bg-paper"
            >
              {passes.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
          )}
          {pass && fill && (
            <>
              <RegionList
                pass={pass}
                fills={fills}
                region={fill.id}
                laid={laid}
                choose={(next) => choose(pass.id, next)}
              />
              <AddRegion job={job} pass={pass.id} choose={choose} />
              {laid && <DesignSize laid={laid} />}
              <hr className="border-hairline" />
              <RegionControls key={fill.id} job={job} fill={fill} />
            </>
          )}
          {!pass && <p className="text-muted">There are no stones in this job yet.</p>}
        </div>
        <div className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]">
          {pass && fill ? <PickBar job={job} pass={pass} fill={fill} laid={laid} picks={picks} /> : <span />}
          <div
            className="relative min-h-0 min-w-0 bg-surround"
            data-testid="stones-view"
            data-stage={busy || !laid ? 'laying' : 'laid'}
          >
            {laid && pass && fill && (
              <StoneSheet job={job} pass={pass} region={fill.id} laid={laid} faults={faults ?? []} />
            )}
            {!pass && <Beginning job={job} choose={choose} />}
            <AtWork busy={busy || (pass !== null && !laid && !problem)} />
            {problem && (
              <p
                role="alert"
                className="absolute top-3 left-3 max-w-[80%] border border-ink bg-paper px-2 py-1 text-hot-text"
              >
                {problem}
              </p>
            )}
          </div>
        </div>
        <aside
          aria-label="Facts"
          className="grid min-h-0 grid-cols-1 content-start gap-3 overflow-y-auto border-l border-ink bg-paper p-3"
        >
          {laid && pass && (
            <>
              <FactsPanel stones={laid.stones} table={job.stones} picks={picks} />
              <FaultsPanel job={job} pass={pass} laid={laid} faults={faults} />
              <TakeOut id={id} job={job} />
            </>
          )}
          <JobTable job={job} />
        </aside>
      </main>
    </div>
  );
}

/** Heat-set stones: how they are laid, by hand too, what they are made of, and what is cut for them. */
export function Stones() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Stones">
      <OpenStones id={id} />
    </JobGate>
  );
}
