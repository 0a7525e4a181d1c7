import { FileDown, FileWarning, Trash2 } from 'lucide-react';
import { jobs, type UnreadableJob } from '../api/jobs.ts';

interface Props {
  readonly job: UnreadableJob;
  remove(): void;
}

/** A job whose document cannot be read: it says why, and gives the document as it is stored. */
export function UnreadableCard({ job, remove }: Props) {
  return (
    <li>
      <div className="grid h-[228px] place-items-center border border-dashed border-hot p-4">
        <div className="grid justify-items-center gap-2 text-center">
          <FileWarning size={28} aria-hidden className="text-hot-text" />
          <p>{job.unreadable}</p>
          <a href={jobs.storedUrl(job.id)} download={`${job.title}.txt`} className="flex items-center gap-1 underline">
            <FileDown size={14} aria-hidden /> Save the document as it is
          </a>
        </div>
      </div>
      <div className="flex items-start justify-between pt-1.5">
        <div className="min-w-0">
          <h3 className="truncate text-[14px]">{job.title}</h3>
          <p className="text-[11px] text-hot-text">Unreadable</p>
        </div>
        <button
          type="button"
          className="p-[5px] hover:text-hot-text max-[999px]:hidden"
          aria-label={`Remove ${job.title}`}
          title="Remove"
          onClick={remove}
        >
          <Trash2 size={14} aria-hidden />
        </button>
      </div>
    </li>
  );
}
