import { fillOf, type Job, type Pass, screenCaption } from '@chromatype/core';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Copy, Eye, EyeOff, Trash2 } from 'lucide-react';
import { memo } from 'react';
import { toast } from 'sonner';
import { duplicatePass, newId, removePass, roomForPass, setOn } from '../../document/edits.ts';
import { edit, undo } from '../../document/store.ts';
import { PassSample } from '../PassSample.tsx';
import { useCoverage } from '../use-coverage.ts';
import { sameBy } from '../../ui/same-by.ts';

const PATCH = { width: 112, height: 34, cell: 12 };

/** How large and at what angle a pass prints. */
const sizeText = (job: Job, pass: Pass): string => screenCaption(job.sheet, fillOf(pass).screen);

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly chosen: boolean;
  choose(id: string): void;
}

function PatchTools({ job, pass, choose }: Omit<Props, 'chosen'>) {
  function duplicate(): void {
    const id = newId();
    edit(duplicatePass(pass.id, id));
    choose(id);
  }
  function remove(): void {
    edit(removePass(pass.id));
    toast(`${pass.name} was removed.`, { action: { label: 'Undo', onClick: undo } });
  }
  const tool = 'grid h-6 w-6 place-items-center border border-ink bg-paper hover:bg-paper-2';
  return (
    <span className="absolute top-[3px] right-[3px] flex gap-[2px]">
      <button
        type="button"
        className={tool}
        title="Duplicate the pass"
        aria-label={`Duplicate ${pass.name}`}
        onClick={duplicate}
      >
        <Copy size={11} aria-hidden />
      </button>
      <button
        type="button"
        className={tool}
        title="Remove the pass"
        aria-label={`Remove ${pass.name}`}
        onClick={remove}
        disabled={job.passes.length === 1}
      >
        <Trash2 size={11} aria-hidden />
      </button>
    </span>
  );
}

/** One pass in the colour bar: its own screen in its own ink. */
function PassPatchPart({ job, pass, chosen, choose }: Props) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: pass.id });
  const coverage = useCoverage(job, pass);
  const inked = coverage === null ? '' : ` ${Math.round(coverage * 100)} %`;
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition, zIndex: isDragging || chosen ? 2 : undefined }}
      className={`group relative -ml-px w-[112px] min-w-[80px] border border-ink bg-paper ${chosen ? 'outline-[3px] -outline-offset-1 outline-hot' : ''}`}
    >
      <div
        {...attributes}
        {...listeners}
        role="button"
        aria-pressed={chosen}
        aria-label={`Pass ${pass.name}${pass.on ? '' : ', hidden'}; press space to move it`}
        onClick={() => choose(pass.id)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') choose(pass.id);
          else listeners?.onKeyDown?.(e);
        }}
        className="cursor-pointer"
      >
        <PassSample
          job={job}
          pass={pass}
          width={PATCH.width}
          height={PATCH.height}
          largestCell={PATCH.cell}
          className={`block h-[34px] w-full border-b border-ink ${pass.on ? '' : 'opacity-25'}`}
        />
        <span className="block truncate px-1.5 pt-1 pr-6 font-semibold" title={pass.name} data-own>
          {pass.name}
        </span>
        <span
          className="block truncate px-1.5 font-mono text-[8.5px] tracking-tighter text-muted"
          title="Size, angle, share of the sheet that is inked"
        >
          {sizeText(job, pass)}
          {inked}
        </span>
      </div>
      <button
        type="button"
        aria-pressed={pass.on}
        aria-label={pass.on ? `Hide ${pass.name}` : `Show ${pass.name}`}
        title={pass.on ? 'Hide' : roomForPass(job) ? 'Show' : 'Too many passes print already'}
        onClick={() => edit(setOn(pass.id, !pass.on))}
        className="absolute top-[36px] right-0 grid h-6 w-6 place-items-center hover:text-hot-text"
      >
        {pass.on ? <Eye size={13} aria-hidden /> : <EyeOff size={13} aria-hidden />}
      </button>
      {chosen && <PatchTools job={job} pass={pass} choose={choose} />}
    </li>
  );
}

export const PassPatch = memo(
  PassPatchPart,
  sameBy(({ job, pass, chosen, choose }) => [
    pass,
    chosen,
    choose,
    job.sheet,
    job.pictures,
    job.passes.length,
    roomForPass(job),
  ]),
);
