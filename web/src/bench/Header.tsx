import type { Job } from '@chromatype/core';
import { History, Redo2, Undo2 } from 'lucide-react';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import { setTitle } from '../document/edits.ts';
import { edit, redo, type SaveState, undo, useHistory, useOpenJob } from '../document/store.ts';
import { toggleLoupe, toggleStepBack, useLooks } from '../looking/look-store.ts';
import { Button } from '../ui/Button.tsx';
import { Mark } from '../ui/Mark.tsx';
import { TextField } from '../ui/TextField.tsx';

const STATES: Readonly<Record<SaveState, string>> = {
  saved: 'saved',
  changed: 'saving …',
  saving: 'saving …',
  offline: 'not saved: no server',
  full: 'not saved: disk full',
  conflict: 'changed elsewhere',
  refused: 'not saved',
};

/** Views of one job. */
const VIEWS = [
  { path: '', label: 'Bench' },
  { path: '/strips', label: 'Test strips' },
  { path: '/plates', label: 'Plates' },
  { path: '/stones', label: 'Stones' },
  { path: '/motion', label: 'Motion' },
  { path: '/repeat', label: 'Repeat' },
  { path: '/recipes', label: 'Recipes' },
] as const;

/** Views that are reached through another one: a print is matched on the way to a recipe, a press measured for its plates. */
const BEHIND = [
  { path: '/match', view: '/recipes' },
  { path: '/calibrate', view: '/plates' },
] as const;

export function Header({ id, job }: { readonly id: string; readonly job: Job }) {
  const state = useOpenJob((s) => s.saveState);
  const message = useOpenJob((s) => s.message);
  const canUndo = useHistory((h) => h.pastStates.length > 0);
  const canRedo = useHistory((h) => h.futureStates.length > 0);
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const output = pathname.endsWith('/output');
  const versions = pathname.endsWith('/versions');
  const view = versions
    ? null
    : (BEHIND.find(({ path }) => pathname.endsWith(path))?.view ??
      VIEWS.find(({ path }) => path !== '' && pathname.endsWith(path))?.path ??
      '');
  const readings = pathname.endsWith('/readings');
  const loupe = useLooks((s) => s.loupe);
  const stepBack = useLooks((s) => s.stepBack);
  return (
    <header className="grid grid-cols-[1fr_auto_1fr] items-center gap-x-3 border-b border-ink bg-paper px-3">
      <div className="flex min-w-0 items-center gap-2">
        <Link to="/" className="flex items-center gap-2 font-head text-[17px] font-bold" title="To the Shelf">
          <Mark />
          Chromatype
        </Link>
        <span className="mx-1 h-4 border-l border-hairline" />
        <TextField
          label="Title of the job"
          value={job.title}
          own
          onChange={(title) => edit(setTitle(title))}
          className="text-ellipsis max-w-[260px] min-w-[60px] min-[1600px]:max-w-[420px] border-transparent! font-semibold [field-sizing:content] hover:border-hairline!"
        />
        <span
          role="status"
          data-testid="save-state"
          data-state={state}
          title={message ?? undefined}
          className={`shrink-0 text-[11px] whitespace-nowrap ${state === 'saved' || state === 'changed' || state === 'saving' ? 'text-muted' : 'text-hot-text'}`}
        >
          {STATES[state]}
        </span>
      </div>
      <nav aria-label="Views" className="flex h-full items-stretch min-[1400px]:gap-5">
        <NavLink
          to="/"
          end
          className="flex items-center border-b-[3px] border-transparent px-1.5 pt-[3px] font-semibold text-muted hover:text-ink"
        >
          Shelf
        </NavLink>
        {VIEWS.map(({ path, label }) => {
          const here = path === view;
          return (
            <Link
              key={label}
              to={`/jobs/${id}${path}${search}`}
              aria-current={here ? 'page' : undefined}
              className="flex items-center border-b-[3px] border-transparent px-1.5 pt-[3px] font-semibold text-muted hover:text-ink aria-[current=page]:border-hot aria-[current=page]:text-ink"
            >
              {label}
            </Link>
          );
        })}
      </nav>
      <div className="flex justify-end gap-1.5">
        <Button className="px-2!" aria-label="Undo" title="Undo (Ctrl Z)" onClick={undo} disabled={!canUndo}>
          <Undo2 size={14} aria-hidden />
        </Button>
        <Button className="px-2!" aria-label="Redo" title="Redo (Ctrl Shift Z)" onClick={redo} disabled={!canRedo}>
          <Redo2 size={14} aria-hidden />
        </Button>
        <Button
          className="px-2!"
          aria-label="Versions"
          aria-pressed={versions}
          title="States of this job that were kept"
          onClick={() => navigate(`/jobs/${id}/versions${search}`)}
        >
          <History size={14} aria-hidden />
        </Button>
        <Button
          className="px-2.5!"
          aria-label="Keys"
          title="All keys (?)"
          onClick={() => window.dispatchEvent(new Event('chromatype-keys'))}
        >
          ?
        </Button>
        {view === '' && (
          <>
            <Button
              aria-pressed={loupe !== 'off'}
              strong={loupe !== 'off'}
              onClick={toggleLoupe}
              title="Plate pixels enlarged (hold L)"
            >
              Loupe
            </Button>
            <Button
              aria-pressed={stepBack !== null}
              strong={stepBack !== null}
              onClick={toggleStepBack}
              title="What the eye sees from a distance (S)"
            >
              Step back
            </Button>
            <Button
              aria-expanded={readings}
              strong={readings}
              onClick={() => navigate(readings ? `/jobs/${id}${search}` : `/jobs/${id}/readings${search}`)}
              title="Tone, coverage, spectrum and ripples, measured on the plates"
            >
              Readings
            </Button>
          </>
        )}
        <Button
          strong
          aria-expanded={output}
          onClick={() => navigate(output ? `/jobs/${id}${search}` : `/jobs/${id}/output${search}`)}
        >
          Output
        </Button>
      </div>
    </header>
  );
}
