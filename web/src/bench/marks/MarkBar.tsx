import type { MarkEdit } from '@chromatype/core';
import { type LucideIcon, Minus, Plus, RotateCcw, RotateCw, Trash2 } from 'lucide-react';
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

/** Buttons that change all chosen marks by one step. */
const STEPS: readonly {
  readonly label: string;
  readonly about: string;
  readonly Icon: LucideIcon;
  readonly change: Pick<MarkEdit, 'does' | 'by'>;
}[] = [
  { label: 'Smaller', about: 'A tenth smaller', Icon: Minus, change: { does: 'size', by: 1 / LARGER } },
  { label: 'Larger', about: 'A tenth larger', Icon: Plus, change: { does: 'size', by: LARGER } },
  { label: 'Turn left', about: `Turns by ${TURN}°`, Icon: RotateCcw, change: { does: 'turn', by: TURN } },
  { label: 'Turn right', about: `Turns back by ${TURN}°`, Icon: RotateCw, change: { does: 'turn', by: -TURN } },
];

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
      {(coloured ? (['size', 'colour'] as const) : (['size'] as const)).map((what) => (
        <button
          key={what}
          type="button"
          className={TOOL}
          onClick={() => chooseAlike(what)}
          title={`Chooses all marks of this ${what}`}
        >
          Same {what}
        </button>
      ))}
      {STEPS.map(({ label, about, Icon, change }) => (
        <button
          key={label}
          type="button"
          className={TOOL}
          aria-label={label}
          title={about}
          onClick={() => act({ ...PLAIN, ...change })}
        >
          <Icon size={14} aria-hidden />
        </button>
      ))}
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
