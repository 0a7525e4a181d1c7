import type { MarkEdit } from '@chromatype/core';
import { Minus, Plus, RotateCcw, RotateCw, Trash2 } from 'lucide-react';
import { useState } from 'react';

interface Props {
  readonly count: number;
  /** Whether marks have colours of their own. */
  readonly coloured: boolean;
  act(change: Omit<MarkEdit, 'marks'>): void;
  chooseAlike(what: 'size' | 'colour'): void;
}

const PLAIN = { right: 0, down: 0, by: 0, colour: '#000000' } as const;
const TOOL = 'inline-flex h-7 items-center gap-1 border border-hairline px-2 hover:border-ink';
/** One step of size and of turn. */
const LARGER = 1.1;
const TURN = 15;

/** What can be done to the marks that are chosen. */
export function MarkBar({ count, coloured, act, chooseAlike }: Props) {
  const [colour, setColour] = useState('#f0502e');
  return (
    <div
      role="toolbar"
      aria-label="Chosen marks"
      className="absolute bottom-2 left-1/2 flex -translate-x-1/2 flex-wrap items-center gap-1 border border-ink bg-paper px-2 py-1.5 text-[12px]"
    >
      <span role="status" className="px-1 font-semibold whitespace-nowrap">
        {count === 1 ? '1 mark' : `${count} marks`}
      </span>
      <button type="button" className={TOOL} onClick={() => chooseAlike('size')} title="Chooses all marks of this size">
        Same size
      </button>
      {coloured && (
        <button
          type="button"
          className={TOOL}
          onClick={() => chooseAlike('colour')}
          title="Chooses all marks of this colour"
        >
          Same colour
        </button>
      )}
      <button
        type="button"
        className={TOOL}
        aria-label="Smaller"
        title="A tenth smaller"
        onClick={() => act({ ...PLAIN, does: 'size', by: 1 / LARGER })}
      >
        <Minus size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={TOOL}
        aria-label="Larger"
        title="A tenth larger"
        onClick={() => act({ ...PLAIN, does: 'size', by: LARGER })}
      >
        <Plus size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={TOOL}
        aria-label="Turn left"
        title={`Turns by ${TURN}°`}
        onClick={() => act({ ...PLAIN, does: 'turn', by: TURN })}
      >
        <RotateCcw size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={TOOL}
        aria-label="Turn right"
        title={`Turns back by ${TURN}°`}
        onClick={() => act({ ...PLAIN, does: 'turn', by: -TURN })}
      >
        <RotateCw size={14} aria-hidden />
      </button>
      {coloured && (
        <label className={TOOL} title="Colours the chosen marks">
          Colour
          <input
            type="color"
            aria-label="Colour of the chosen marks"
            value={colour}
            onChange={(e) => setColour(e.target.value)}
            onBlur={(e) => act({ ...PLAIN, does: 'colour', colour: e.target.value })}
            className="h-5 w-6 cursor-pointer border border-ink bg-transparent p-0"
          />
        </label>
      )}
      <button
        type="button"
        className={TOOL}
        onClick={() => act({ ...PLAIN, does: 'delete' })}
        title="They can be restored under By hand"
      >
        <Trash2 size={14} aria-hidden /> Delete
      </button>
    </div>
  );
}
