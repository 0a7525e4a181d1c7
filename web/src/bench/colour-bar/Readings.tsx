import { type Job, type Pass, screenLpi, squareBeat, fileHashes, hasRows, fillOf, MM_PER_INCH } from '@chromatype/core';
import { useEffect, useRef, useState } from 'react';
import { latestOnly } from '../../engine/latest.ts';
import { sheetAtRest } from '../../engine/coverage.ts';
import { usePictures } from '../../engine/pictures.ts';
import { enginePool } from '../../engine/pool.ts';
import { ActualSize } from '../../looking/ActualSize.tsx';
import { fitSheet, useView, zoomTo } from '../view-store.ts';

/** The pass that ripples longest with another, and the ripple's period in mm. */
function worstBeat(job: Job, pass: Pass): { name: string; mm: number } | null {
  if (!hasRows(job, pass)) return null;
  const screenOf = (p: Pass) => ({ lpi: screenLpi(job.sheet, fillOf(p).screen), angle: fillOf(p).screen.angle });
  const beats = job.passes
    .filter((p) => p.on && p.id !== pass.id && hasRows(job, p))
    .map((p) => ({ name: p.name, mm: squareBeat(screenOf(pass), screenOf(p)) * MM_PER_INCH }));
  return beats.reduce<(typeof beats)[number] | null>((worst, b) => (!worst || b.mm > worst.mm ? b : worst), null);
}

const showMm = (mm: number): string => (mm > 1000 ? 'none' : `${mm < 10 ? mm.toFixed(1) : Math.round(mm)} mm`);

/** Largest sum of tones anywhere on the sheet. */
function useMostInk(job: Job): number | null {
  const [most, setMost] = useState<number | null>(null);
  const byHash = usePictures((s) => s.byHash);
  const ready = fileHashes(job.pictures).every((hash) => byHash[hash]?.state === 'ready');
  const latest = useRef<((job: Job) => void) | null>(null);
  latest.current ??= latestOnly(async (j: Job) => {
    await sheetAtRest();
    setMost(await enginePool().sampler.mostInk(j));
  });
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(() => latest.current!(job), 200);
    return () => clearTimeout(timer);
  }, [job, ready]);
  return most;
}

function Reading({
  name,
  children,
  title,
}: {
  readonly name: string;
  readonly children: React.ReactNode;
  readonly title?: string;
}) {
  return (
    <div title={title} className="min-w-0">
      <dt className="max-w-[150px] truncate text-[11px] text-muted" data-own>
        {name}
      </dt>
      <dd className="h-6 font-mono text-[11px] leading-6 whitespace-nowrap">{children}</dd>
    </div>
  );
}

interface ReadingsProps {
  readonly job: Job;
  readonly chosen: string;
  /** Readings stand under each other where there is little room. */
  readonly narrow?: boolean;
}

export function Readings({ job, chosen, narrow = false }: ReadingsProps) {
  const scale = useView((s) => s.view?.scale ?? 1);
  const pass = job.passes.find((p) => p.id === chosen);
  const beat = pass ? worstBeat(job, pass) : null;
  const most = useMostInk(job);
  const { width, height } = job.sheet;
  return (
    <dl
      className={
        narrow
          ? 'flex flex-wrap gap-x-5 gap-y-1 border-t border-hairline px-3 py-2'
          : 'flex shrink-0 items-center gap-5 border-l border-hairline px-4'
      }
    >
      <Reading name="Sheet">
        {Number(width.toFixed(1))}×{Number(height.toFixed(1))} mm
      </Reading>
      {beat && (
        <Reading name={`Beat with ${beat.name}`} title="Period of the ripple between the two screens">
          {showMm(beat.mm)}
        </Reading>
      )}
      <Reading name="Most ink" title="Largest sum of all passes' tones on one spot">
        {most === null ? '…' : `${Math.round(most * 100)} %`}
      </Reading>
      <div>
        <dt className="text-[11px] text-muted">View</dt>
        <dd className="flex items-center gap-2 font-mono text-[11px]">
          <span data-testid="scale">{Number((scale * 100).toFixed(scale < 0.1 ? 1 : 0))} %</span>
          <button type="button" className="h-6 min-w-6 underline hover:text-hot-text" onClick={fitSheet}>
            fit
          </button>
          <button type="button" className="h-6 min-w-6 underline hover:text-hot-text" onClick={() => zoomTo(1)}>
            1:1
          </button>
          <ActualSize sheetPpi={job.sheet.ppi} />
        </dd>
      </div>
    </dl>
  );
}
