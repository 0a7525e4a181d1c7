import { Copy, FileDown, RotateCcw, Tag, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { jobs, type JobSummary } from '../api/jobs.ts';
import { beginOpening } from '../preview/opening.ts';
import { printSize, shelfPrint } from '../preview/stored-print.ts';
import { CardButton } from './CardButton.tsx';
import { SelectBox } from './SelectBox.tsx';
import { SmallPrint } from './SmallPrint.tsx';

interface Props {
  readonly job: JobSummary;
  readonly selected: boolean;
  select(on: boolean): void;
  remove(): void;
  duplicate(): void;
  restore(): void;
  setTags(): void;
}

/** A formatter takes a millisecond and more to make: one serves all cards. */
const WHEN = new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' });
const whenText = (iso: string): string => WHEN.format(new Date(iso));

/** One job on the Shelf or in the trash: its print, small, made by the engine. */
export function JobCard({ job, selected, select, remove, duplicate, restore, setTags }: Props) {
  const { width, height } = job.sheet;
  const size = printSize(job.sheet);
  const inTrash = job.removedAt !== null;
  const print = (
    <span className="mx-auto grid h-[196px] place-items-center">
      <SmallPrint
        address={shelfPrint(job.id, job.version, job.sheet)}
        title={job.title}
        style={{ ...size, background: job.sheet.stock.colour }}
      />
    </span>
  );
  return (
    <li className="group relative">
      {inTrash ? (
        <div className="bg-surround p-4">
          <p className="mx-auto grid h-[196px] place-items-center">
            <span className="grid place-items-center bg-paper px-2 py-1 text-muted">In the trash</span>
          </p>
        </div>
      ) : (
        <Link
          to={`/jobs/${job.id}`}
          onClick={beginOpening}
          aria-label={`Print of ${job.title}`}
          className={`block bg-surround p-4 hover:outline-2 hover:outline-hot ${selected ? 'outline-2 outline-ink' : ''}`}
        >
          {print}
        </Link>
      )}
      <SelectBox title={job.title} selected={selected} select={select} />
      <div className="flex items-start justify-between pt-1.5">
        <div className="min-w-0">
          <h3 className="text-[14px]">
            {inTrash ? (
              <span className="block truncate" title={job.title} data-own>
                {job.title}
              </span>
            ) : (
              <Link to={`/jobs/${job.id}`} onClick={beginOpening} className="block truncate" title={job.title} data-own>
                {job.title}
              </Link>
            )}
          </h3>
        </div>
        <div className="flex max-[999px]:hidden">
          {inTrash ? (
            <CardButton label={`Bring back ${job.title}`} title="Bring back to the Shelf" onClick={restore}>
              <RotateCcw size={14} aria-hidden />
            </CardButton>
          ) : (
            <>
              <CardButton label={`Tags of ${job.title}`} title="Tags" onClick={setTags}>
                <Tag size={14} aria-hidden />
              </CardButton>
              <CardButton label={`Duplicate ${job.title}`} title="Duplicate" onClick={duplicate}>
                <Copy size={14} aria-hidden />
              </CardButton>
              <a
                href={jobs.fileUrl(job.id)}
                download
                className="p-[5px] hover:text-hot-text"
                aria-label={`Save ${job.title} as a file`}
                title="Save the job with its pictures as a file"
              >
                <FileDown size={14} aria-hidden />
              </a>
            </>
          )}
          <CardButton
            label={inTrash ? `Delete ${job.title} for good` : `Remove ${job.title}`}
            title={inTrash ? 'Delete for good' : 'Move to the trash'}
            onClick={remove}
          >
            <Trash2 size={14} aria-hidden />
          </CardButton>
        </div>
      </div>
      <p className="truncate font-mono text-[9px] text-muted">
        {Number(width.toFixed(1))}×{Number(height.toFixed(1))} mm · {job.sheet.ppi} ppi · {job.passes}{' '}
        {job.passes === 1 ? 'pass' : 'passes'}
      </p>
      <p className="truncate text-[11px] text-muted" title={job.tags.join(', ') || undefined} data-own>
        {inTrash ? `Removed ${whenText(job.removedAt!)}` : job.demo ? 'Kite Week demo' : whenText(job.updatedAt)}
        {job.tags.length > 0 && ` · ${job.tags.join(', ')}`}
      </p>
    </li>
  );
}
