import { useEffect, useRef, useState } from 'react';
import { type Run, runs } from '../api/runs.ts';
import { RunRow } from '../bench/output/RunRow.tsx';
import { Button } from '../ui/Button.tsx';
import { showBytes } from '../ui/bytes.ts';
import { saveBlob } from '../ui/files.ts';
import { type FilmName, makeFilm } from './make-film.ts';

interface Props {
  readonly run: Run;
  readonly film: FilmName;
  readonly rate: number;
}

type State =
  | { readonly is: 'waiting' }
  | { readonly is: 'encoding'; readonly share: number }
  | { readonly is: 'done'; readonly bytes: number }
  | { readonly is: 'failed'; readonly message: string };

/** A film: its frames come from a run of the server, and are put together here. */
export function FilmRow({ run, film, rate }: Props) {
  const [state, setState] = useState<State>({ is: 'waiting' });
  const stop = useRef(new AbortController());
  const begun = useRef(false);
  const name = run.fileName.replace(/(-frames)?\.zip$/, `.${film}`);
  useEffect(() => {
    if (run.state !== 'done' || begun.current) return;
    begun.current = true;
    setState({ is: 'encoding', share: 0 });
    const { signal } = stop.current;
    void (async () => {
      try {
        const response = await fetch(runs.fileUrl(run), { signal });
        if (!response.ok) throw new Error('The frames of this film are no longer on the server; make it again.');
        const archive = new Uint8Array(await response.arrayBuffer());
        const blob = await makeFilm(film, archive, rate, (share) => setState({ is: 'encoding', share }), signal);
        setState({ is: 'done', bytes: blob.size });
        saveBlob(name, blob);
      } catch (error) {
        setState({
          is: 'failed',
          message: signal.aborted ? 'Cancelled.' : error instanceof Error ? error.message : String(error),
        });
      }
    })();
  }, [run, film, rate, name]);
  if (run.state !== 'done') return <RunRow run={{ ...run, fileName: name }} />;
  return (
    <li className="grid grid-cols-[1fr_auto] items-center gap-x-2" data-testid="film" data-state={state.is}>
      <span className="truncate" title={name}>
        {name}
      </span>
      {state.is === 'encoding' ? <Button onClick={() => stop.current.abort()}>Cancel</Button> : <span />}
      {state.is === 'encoding' && (
        <progress max={1} value={state.share} aria-label={`${name}: encoding`} className="h-1.5 w-full accent-hot" />
      )}
      {state.is === 'done' && <span className="font-mono text-[10px] text-muted">{showBytes(state.bytes)}, saved</span>}
      {state.is === 'failed' && (
        <span role="alert" className="col-span-2 text-hot-text">
          {state.message}
        </span>
      )}
    </li>
  );
}
