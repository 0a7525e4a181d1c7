import { Copy, FileDown, Trash2 } from 'lucide-react';
import { Link } from 'react-router';
import { jobs, type JobSummary } from '../api/jobs.ts';
import { beginOpening } from '../preview/opening.ts';
import { printSize, shelfPrint } from '../preview/stored-print.ts';
import { SmallPrint } from './SmallPrint.tsx';

interface Props {
  readonly job: JobSummary;
  remove(): void;
  duplicate(): void;
}

const whenText = (iso: string): string =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

async function saveDocument({ id, title }: JobSummary): Promise<void> {
  const { document: job } = await jobs.get(id);
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([JSON.stringify(job, null, 2)], { type: 'application/json' }));
  link.download = `${title}.json`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** One job on the Shelf: its print, small, made by the engine. */
export function JobCard({ job, remove, duplicate }: Props) {
  const { width, height } = job.sheet;
  const size = printSize(job.sheet);
  const tool = 'p-[5px] hover:text-hot-text';
  return (
    <li className="group">
      <Link
        to={`/jobs/${job.id}`}
        onClick={beginOpening}
        aria-label={`Print of ${job.title}`}
        className="block bg-surround p-4 hover:outline-2 hover:outline-hot"
      >
        <div className="mx-auto grid h-[196px] place-items-center">
          <SmallPrint
            address={shelfPrint(job.id, job.version, job.sheet)}
            title={job.title}
            style={{ ...size, background: job.sheet.stock.colour }}
          />
        </div>
      </Link>
      <div className="flex items-start justify-between pt-1.5">
        <div className="min-w-0">
          <h3 className="text-[14px]">
            <Link to={`/jobs/${job.id}`} onClick={beginOpening} className="block truncate" title={job.title} data-own>
              {job.title}
            </Link>
          </h3>
          <p className="truncate font-mono text-[9px] text-muted">
            {Number(width.toFixed(1))}×{Number(height.toFixed(1))} mm · {job.sheet.ppi} ppi · {job.passes}{' '}
            {job.passes === 1 ? 'pass' : 'passes'}
          </p>
          <p className="text-[11px] text-muted">{job.demo ? 'Kite Week demo' : whenText(job.updatedAt)}</p>
        </div>
        <div className="flex max-[999px]:hidden">
          <button
            type="button"
            className={tool}
            aria-label={`Duplicate ${job.title}`}
            title="Duplicate"
            onClick={duplicate}
          >
            <Copy size={14} aria-hidden />
          </button>
          <button
            type="button"
            className={tool}
            aria-label={`Save ${job.title} as a file`}
            title="Save the job as a file"
            onClick={() => void saveDocument(job)}
          >
            <FileDown size={14} aria-hidden />
          </button>
          <button type="button" className={tool} aria-label={`Remove ${job.title}`} title="Remove" onClick={remove}>
            <Trash2 size={14} aria-hidden />
          </button>
        </div>
      </div>
    </li>
  );
}
