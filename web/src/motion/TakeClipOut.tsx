import { clipFrame, frameCount, type Job, MOTION_PARAMS, OUTPUTS, type OutputName, outputOf } from '@chromatype/core';
import { useEffect, useState } from 'react';
import { type Estimate, type Run, runs } from '../api/runs.ts';
import { RunRow } from '../bench/output/RunRow.tsx';
import { useRuns } from '../bench/output/use-runs.ts';
import { saveNow } from '../document/autosave.ts';
import { setMotion } from '../document/motion-edits.ts';
import { edit } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { showBytes } from '../ui/bytes.ts';
import { Choice } from '../ui/Choice.tsx';
import { ParamFields } from '../ui/ParamFields.tsx';
import { FilmRow } from './FilmRow.tsx';
import { FILMS, type FilmName, filmBytes, isFilmName } from './make-film.ts';
import { useMotion } from './motion-store.ts';

type Kind = OutputName | FilmName;

const CLIPS = OUTPUTS.filter((o) => o.moves);
/** Stills of the frame in sight: outputs of the whole job that are no list or map of marks and stones. */
const STILLS = OUTPUTS.filter((o) => !o.moves && o.of === 'job' && !/^(stones|piece|build|repeat)/.test(o.name));

const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** The size of a clip's file, asked anew a moment after the job or the choice changes. */
function useSize(id: string, job: Job, kind: Kind): number | string | null {
  const [size, setSize] = useState<number | string | null>(null);
  useEffect(() => {
    let over = false;
    setSize(null);
    if (isFilmName(kind)) {
      const { width, height } = clipFrame(job);
      const { rate, seconds } = job.motion.settings;
      setSize(filmBytes(width, height, rate, seconds));
      return;
    }
    const timer = setTimeout(async () => {
      try {
        await saveNow();
        const made: Estimate = await runs.estimate(id, { kind });
        if (!over) setSize(made.bytes);
      } catch (error) {
        if (!over) setSize(said(error));
      }
    }, 600);
    return () => {
      over = true;
      clearTimeout(timer);
    };
  }, [id, job, kind]);
  return size;
}

interface Props {
  readonly id: string;
  readonly job: Job;
}

/** A film that is wanted: the run whose frames it is made of. */
interface Wanted {
  readonly run: string;
  readonly film: FilmName;
}

/** What comes out of a job that moves: files of all frames, films, and stills of the frame in sight. */
export function TakeClipOut({ id, job }: Props) {
  const [kind, setKind] = useState<Kind>('clip-gif');
  const [still, setStill] = useState<OutputName>('sheet');
  const [films, setFilms] = useState<readonly Wanted[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const { list, follow } = useRuns(id);
  const frame = useMotion((s) => s.frame);
  const size = useSize(id, job, kind);
  const { settings } = job.motion;
  const { width, height } = clipFrame(job);
  const entry = isFilmName(kind) ? FILMS.find((f) => f.name === kind)! : outputOf(kind);
  const alpha = settings.ground === 'ink' ? (isFilmName(kind) ? 'no, a film has a ground' : 'yes') : 'no';

  async function start(asked: Parameters<typeof runs.start>[1], film: FilmName | null): Promise<void> {
    setProblem(null);
    try {
      await saveNow();
      const run = await runs.start(id, asked);
      if (film) setFilms((all) => [...all, { run: run.id, film }]);
      follow(run, film === null);
    } catch (error) {
      setProblem(said(error));
    }
  }

  const own = [...list]
    .filter(({ asked }: Run) => asked.kind !== 'batch' && (outputOf(asked.kind)?.moves || asked.frame !== undefined))
    .sort((a, b) => b.createdAt.localeCompare(a.createdAt));
  return (
    <section aria-label="Take out" className="grid grid-cols-1 gap-1.5">
      <h2 className="border-t border-hairline pt-2 text-[14px]">Take out</h2>
      <Choice<Kind>
        label="What to take out"
        dense
        value={kind}
        options={[...CLIPS, ...FILMS].map((o) => ({
          value: o.name as Kind,
          label: o.label.replace(/^Clip, /, ''),
          title: o.about,
        }))}
        onChange={setKind}
      />
      <p className="text-[11px] leading-tight text-muted">{entry.about}</p>
      <ParamFields
        params={MOTION_PARAMS}
        settings={settings}
        without={['seconds', 'rate', 'drawings', 'loop', 'grid', 'hold', 'holdWithin']}
        change={(part) => edit(setMotion(part))}
      />
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 font-mono text-[10.5px]">
        <dt className="text-muted">Frames</dt>
        <dd>
          {frameCount(settings)} at {Number(settings.rate.toFixed(2))} a second, {width} × {height} px
        </dd>
        <dt className="text-muted">Transparent</dt>
        <dd>{alpha}</dd>
        <dt className="text-muted">File</dt>
        <dd data-testid="clip-size">
          {size === null ? 'Estimating…' : typeof size === 'string' ? size : `about ${showBytes(size)}`}
        </dd>
      </dl>
      <Button
        strong
        onClick={() => void start({ kind: isFilmName(kind) ? 'clip-frames' : kind }, isFilmName(kind) ? kind : null)}
      >
        Make {isFilmName(kind) ? kind.toUpperCase() : entry.label.replace(/^Clip, /, '')}
      </Button>
      <div className="grid grid-cols-1 gap-1.5">
        <select
          aria-label="Still of this frame as"
          value={still}
          onChange={(e) => setStill(e.target.value as OutputName)}
          className="h-[26px] min-w-0 border-b border-hairline bg-paper"
        >
          {STILLS.map((o) => (
            <option key={o.name} value={o.name}>
              {o.label}
            </option>
          ))}
        </select>
        <Button title="The frame in sight as a still" onClick={() => void start({ kind: still, frame }, null)}>
          Still of this frame
        </Button>
      </div>
      {problem && (
        <p role="alert" className="text-hot-text">
          {problem}
        </p>
      )}
      {own.length > 0 && (
        <ul aria-label="Runs of this clip" className="grid gap-2">
          {own.slice(0, 4).map((run) => {
            const film = films.find((f) => f.run === run.id)?.film;
            return film ? (
              <FilmRow key={run.id} run={run} film={film} rate={settings.rate} />
            ) : (
              <RunRow key={run.id} run={run} />
            );
          })}
        </ul>
      )}
    </section>
  );
}
