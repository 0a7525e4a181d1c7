import { atResolution, type Job } from '@chromatype/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { type Version, versions } from '../api/versions.ts';
import { Header } from '../bench/Header.tsx';
import { SheetView } from '../bench/sheet/SheetView.tsx';
import { useBenchKeys } from '../bench/use-bench-keys.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { showWholeSheet } from '../bench/view-store.ts';
import { JobGate } from '../document/JobGate.tsx';
import { edit, undo, useOpenJob } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { TextField } from '../ui/TextField.tsx';
import { useSetParam } from '../ui/use-set-param.ts';
import { TitledFigure } from '../ui/TitledFigure.tsx';
import { VersionRow } from './VersionRow.tsx';
import { timeText, versionName } from './version-words.ts';

const say = (error: unknown) => toast.error(error instanceof Error ? error.message : String(error));

/** The versions of a job, and how to fetch them anew. */
function useVersions(id: string) {
  const [list, setList] = useState<readonly Version[] | null>(null);
  const load = useCallback(() => versions.list(id).then(setList, say), [id]);
  useEffect(() => {
    void load();
  }, [load]);
  return { list, load };
}

/** The document of the chosen version; null while it is on its way. */
function useDocument(id: string, version: string | null): Job | null {
  const [found, setFound] = useState<{ readonly version: string; readonly document: Job } | null>(null);
  useEffect(() => {
    let over = false;
    if (version)
      versions.get(id, version).then(({ document }) => {
        if (!over) setFound({ version, document });
      }, say);
    return () => {
      over = true;
    };
  }, [id, version]);
  return found && found.version === version ? found.document : null;
}

function OpenVersions({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { pass, choose } = useChosen(job);
  useBenchKeys(job, pass, choose);
  const { list, load } = useVersions(id);
  const setParam = useSetParam();
  const [chosenId, setChosenId] = useState(() => new URLSearchParams(window.location.search).get('version'));
  const [name, setName] = useState('');
  const chosen = list?.find((v) => v.id === chosenId) ?? null;
  const document = useDocument(id, chosen?.id ?? null);
  const { ppi } = job.sheet;
  // Both sheets are seen at one scale.
  const shown = useMemo(() => document && atResolution(document, ppi), [document, ppi]);

  function choosing(version: string | null): void {
    setChosenId(version);
    setParam('version', version);
  }
  async function keep(): Promise<void> {
    const made = await versions.keep(id, { why: 'named', name: name.trim(), document: job });
    setName('');
    await load();
    choosing(made.id);
  }
  async function restore(version: Version): Promise<void> {
    const { document: before } = await versions.get(id, version.id);
    await versions.keep(id, { why: 'before a version came back', document: job });
    edit(() => before);
    await load();
    toast(`${versionName(version)} is back.`, { duration: 8000, action: { label: 'Undo', onClick: undo } });
  }
  async function remove(version: Version): Promise<void> {
    const { document: kept } = await versions.get(id, version.id);
    await versions.remove(id, version.id);
    choosing(null);
    await load();
    const again = () =>
      versions
        .keep(id, { why: version.why, ...(version.name ? { name: version.name } : {}), document: kept })
        .then(load, say);
    toast(`${versionName(version)} was deleted.`, {
      duration: 10_000,
      action: { label: 'Undo', onClick: () => void again() },
    });
  }

  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[264px_minmax(0,1fr)]">
        <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-r border-ink bg-paper">
          <form
            aria-label="Keep this state"
            className="grid gap-1.5 border-b border-hairline p-2.5"
            onSubmit={(event) => {
              event.preventDefault();
              void keep().catch(say);
            }}
          >
            <h1 className="text-[14px]">Versions</h1>
            <input
              aria-label="Name of this state"
              placeholder="A name for the job as it is now"
              value={name}
              maxLength={120}
              onChange={(e) => setName(e.target.value)}
              className="h-6 min-w-0 border-b border-hairline bg-transparent hover:border-ink"
            />
            <Button type="submit" strong disabled={name.trim() === ''}>
              Keep this state
            </Button>
          </form>
          <div className="min-h-0 overflow-y-auto">
            {list?.length === 0 && (
              <p className="p-2.5 text-muted">
                Nothing is kept yet. States are kept by themselves before a split, before a recipe, and before the first
                change of a day; older ones are thinned out, named ones stay.
              </p>
            )}
            <ul aria-label="Kept states">
              {list?.map((version) => (
                <VersionRow
                  key={version.id}
                  version={version}
                  chosen={version.id === chosen?.id}
                  choose={() => choosing(version.id)}
                  restore={() => void restore(version).catch(say)}
                  remove={() => void remove(version).catch(say)}
                />
              ))}
            </ul>
          </div>
        </div>
        <div className={`grid min-h-0 min-w-0 ${shown ? 'grid-cols-2' : ''}`}>
          <TitledFigure title="Now" says="The job as it is now">
            <SheetView job={job} pass={null} viewOnly />
          </TitledFigure>
          {shown && chosen && (
            <figure
              aria-label={`The version ${versionName(chosen)}`}
              className="grid min-h-0 min-w-0 grid-rows-[26px_minmax(0,1fr)] border-l border-ink [contain:strict]"
            >
              <figcaption className="flex items-center justify-between gap-2 border-b border-hairline bg-paper px-2.5 py-0.5">
                <TextField
                  key={chosen.id}
                  label="Name of the version"
                  value={versionName(chosen)}
                  own
                  onChange={(next) => void versions.rename(id, chosen.id, next.slice(0, 120)).then(load, say)}
                  className="flex-1 border-transparent! font-semibold text-ellipsis"
                />
                <span className="shrink-0 text-[11px] text-muted">{timeText(chosen.createdAt)}</span>
              </figcaption>
              <SheetView job={shown} pass={null} viewOnly tried beside />
            </figure>
          )}
        </div>
      </main>
    </div>
  );
}

/** Kept states of a job, each beside the job as it is now. */
export function VersionsPage() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Versions" onLeave={showWholeSheet}>
      <OpenVersions id={id} />
    </JobGate>
  );
}
