import {
  type Fill,
  type Job,
  MEETINGS,
  type Meeting,
  partKindOf,
  type Stencil,
  type StencilPart,
} from '@chromatype/core';
import { ArrowDown, ArrowUp, Eye, EyeOff, Trash2 } from 'lucide-react';
import { editPart, movePart, removePart } from '../../../document/stencil-edits.ts';
import { edit } from '../../../document/store.ts';
import { choosePart, useStencilTools } from '../../stencil/stencil-tools.ts';
import { PartSettings } from './PartSettings.tsx';

const SIGNS: Readonly<Record<Meeting, string>> = { add: '+', cut: '−', keep: '∩' };
const nextMeeting = (does: Meeting): Meeting =>
  MEETINGS[(MEETINGS.findIndex((m) => m.name === does) + 1) % MEETINGS.length]!.name;

interface RowProps {
  readonly stencil: Stencil;
  readonly part: StencilPart;
  readonly at: number;
  readonly chosen: boolean;
}

function PartRow({ stencil, part, at, chosen }: RowProps) {
  const { label } = partKindOf(part.kind);
  const meeting = MEETINGS.find((m) => m.name === part.does)!;
  const icon = 'grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text disabled:opacity-35';
  const name = `${at + 1} ${label}`;
  return (
    <div className={`flex items-center ${chosen ? 'bg-paper-2 font-semibold' : ''}`}>
      <button
        type="button"
        className={`${icon} font-mono`}
        title={`${meeting.label}: ${meeting.about} Click for the next way.`}
        aria-label={`${name} ${meeting.label.toLowerCase()}; another way`}
        onClick={() => edit(editPart(stencil.id, part.id, (p) => ({ ...p, does: nextMeeting(p.does) })))}
      >
        {SIGNS[part.does]}
      </button>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={() => choosePart(chosen ? null : part.id)}
        className="h-6 min-w-0 flex-1 truncate text-left hover:text-hot-text"
      >
        {label}
      </button>
      <button
        type="button"
        className={icon}
        aria-label={part.on ? `Switch ${name} off` : `Switch ${name} on`}
        onClick={() => edit(editPart(stencil.id, part.id, (p) => ({ ...p, on: !p.on })))}
      >
        {part.on ? <Eye size={13} aria-hidden /> : <EyeOff size={13} aria-hidden />}
      </button>
      <button
        type="button"
        className={icon}
        aria-label={`Lay ${name} earlier`}
        title="Earlier"
        disabled={at === 0}
        onClick={() => edit(movePart(stencil.id, part.id, -1))}
      >
        <ArrowUp size={13} aria-hidden />
      </button>
      <button
        type="button"
        className={icon}
        aria-label={`Lay ${name} later`}
        title="Later"
        disabled={at === stencil.parts.length - 1}
        onClick={() => edit(movePart(stencil.id, part.id, 1))}
      >
        <ArrowDown size={13} aria-hidden />
      </button>
      <button
        type="button"
        className={icon}
        aria-label={`Remove ${name}`}
        title="Remove"
        onClick={() => edit(removePart(stencil.id, part.id))}
      >
        <Trash2 size={13} aria-hidden />
      </button>
    </div>
  );
}

/** The parts of a stencil in the order in which they are laid over each other; the chosen one with its settings. */
export function PartList({
  job,
  fill,
  stencil,
}: {
  readonly job: Job;
  readonly fill: Fill;
  readonly stencil: Stencil;
}) {
  const chosen = useStencilTools((s) => s.part);
  return (
    <ol aria-label="Parts of the stencil" className="grid border-t border-hairline pt-1">
      {stencil.parts.map((part, at) => (
        <li key={part.id}>
          <PartRow stencil={stencil} part={part} at={at} chosen={part.id === chosen} />
          {part.id === chosen && <PartSettings job={job} fill={fill} stencil={stencil} part={part} />}
        </li>
      ))}
    </ol>
  );
}
