import { fillOf, type Job, type Pass, screenCaption } from '@chromatype/core';
import { Link } from 'react-router';
import { Mark } from '../../ui/Mark.tsx';
import { Readings } from '../colour-bar/Readings.tsx';
import { PassSample } from '../PassSample.tsx';
import { SheetView } from '../sheet/SheetView.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass | null;
  choose(id: string | 'stock'): void;
}

const PATCH = { width: 96, height: 30 };

function Patch({ job, pass, chosen, choose }: Props & { readonly pass: Pass; readonly chosen: boolean }) {
  return (
    <li className="shrink-0">
      <button
        type="button"
        aria-pressed={chosen}
        aria-label={`Pass ${pass.name}${pass.on ? '' : ', hidden'}`}
        onClick={() => choose(pass.id)}
        className="w-[96px] border border-ink bg-paper text-left aria-pressed:outline-2 aria-pressed:outline-hot"
      >
        <PassSample
          job={job}
          pass={pass}
          {...PATCH}
          largestCell={10}
          className={`block h-[30px] w-full border-b border-ink ${pass.on ? '' : 'opacity-25'}`}
        />
        <span className="block truncate px-1 font-semibold" title={pass.name} data-own>
          {pass.name}
        </span>
        <span className="block px-1 font-mono text-[8.5px] tracking-tighter text-muted">
          {screenCaption(job.sheet, fillOf(pass).screen)}
        </span>
      </button>
    </li>
  );
}

/** A job on a phone: its sheet, colour bar and readings, to look at. */
export function PhoneBench({ job, pass, choose }: Props) {
  return (
    <div className="grid h-full grid-cols-1 grid-rows-[44px_minmax(0,1fr)_auto]">
      <header className="flex min-w-0 items-center gap-2 border-b border-ink px-3">
        <Link to="/" aria-label="To the Shelf" className="shrink-0">
          <Mark />
        </Link>
        <h1 className="min-w-0 flex-1 truncate text-[15px]" data-own>
          {job.title}
        </h1>
        <span className="shrink-0 text-[11px] text-muted">view only</span>
      </header>
      <main className="relative grid min-h-0 min-w-0">
        <SheetView job={job} pass={pass} viewOnly />
      </main>
      <footer className="min-w-0 border-t border-ink bg-paper-2">
        <ol aria-label="Passes in print order" className="flex gap-1.5 overflow-x-auto p-2" data-swiped>
          {job.passes.map((p) => (
            <Patch key={p.id} job={job} pass={p} chosen={p.id === pass?.id} choose={choose} />
          ))}
        </ol>
        <Readings job={job} chosen={pass?.id ?? ''} narrow />
      </footer>
    </div>
  );
}
