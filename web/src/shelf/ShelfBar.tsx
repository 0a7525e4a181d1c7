import { Trash2 } from 'lucide-react';
import { SHELF_SORTS, type ShelfAsked } from '../api/jobs.ts';
import { Button } from '../ui/Button.tsx';
import { SearchField } from '../ui/SearchField.tsx';

interface Props {
  readonly asked: ShelfAsked;
  readonly total: number | null;
  readonly tags: readonly { readonly tag: string; readonly jobs: number }[];
  /** How many jobs are selected. */
  readonly selected: number;
  ask(part: Partial<ShelfAsked>): void;
  readonly acts: {
    selectAll(): void;
    selectNone(): void;
    duplicate(): void;
    export(): void;
    remove(): void;
    restore(): void;
    empty(): void;
  };
}

/** Search, order, tags and trash of the Shelf, and what can be done with the selected jobs. */
export function ShelfBar({ asked, total, tags, selected, ask, acts }: Props) {
  const { q, sort, trash } = asked;
  return (
    <div className="pb-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 className="text-[26px] leading-none">{trash ? 'Trash' : 'Shelf'}</h2>
        <SearchField
          label="Search jobs"
          hint="Title or tag"
          value={q}
          onChange={(text) => ask({ q: text })}
          className="min-w-[200px] flex-1"
        />
        <span role="status" className="text-muted" data-testid="job-count">
          {total === null ? '' : total === 1 ? '1 job' : `${total} jobs`}
        </span>
        {!trash && (
          <label className="flex items-center gap-1.5 text-muted">
            Order
            <select
              value={sort}
              onChange={(e) => ask({ sort: e.target.value as ShelfAsked['sort'] })}
              className="h-6 border-b border-hairline bg-paper text-ink"
            >
              {SHELF_SORTS.map(({ name, label }) => (
                <option key={name} value={name}>
                  {label}
                </option>
              ))}
            </select>
          </label>
        )}
        <Button
          aria-pressed={trash}
          strong={trash}
          title="Removed jobs can be brought back for 30 days"
          onClick={() => ask({ trash: !trash, q: '' })}
        >
          <Trash2 size={13} aria-hidden /> Trash
        </Button>
      </div>
      {!trash && tags.length > 0 && (
        <ul aria-label="Tags" className="flex flex-wrap gap-1 pt-2">
          {tags.slice(0, 24).map(({ tag, jobs }) => (
            <li key={tag}>
              <button
                type="button"
                aria-pressed={q === tag}
                onClick={() => ask({ q: q === tag ? '' : tag })}
                className="h-6 border border-hairline px-1.5 text-[11.5px] hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
                data-own
              >
                {tag} <span className="font-mono text-[9.5px]">{jobs}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex min-h-[34px] flex-wrap items-center gap-1.5 pt-2 max-[999px]:hidden">
        {selected === 0 ? (
          <>
            <p className="text-muted">
              {trash
                ? 'Jobs are deleted for good 30 days after they were removed.'
                : 'Drop or paste a picture or a job file anywhere to start from it. Tick jobs to work on several.'}
            </p>
            {trash && (total ?? 0) > 0 && <Button onClick={acts.empty}>Empty the trash</Button>}
          </>
        ) : (
          <>
            <span role="status" className="pr-2 font-semibold">
              {selected} selected
            </span>
            {trash ? (
              <Button onClick={acts.restore}>Bring back</Button>
            ) : (
              <>
                <Button onClick={acts.duplicate}>Duplicate</Button>
                <Button onClick={acts.export}>Save as files</Button>
              </>
            )}
            <Button onClick={acts.remove}>{trash ? 'Delete for good' : 'Remove'}</Button>
            <Button onClick={acts.selectAll}>Select all in sight</Button>
            <Button onClick={acts.selectNone}>Select none</Button>
          </>
        )}
      </div>
    </div>
  );
}
