import type { Job, Pass } from '@chromatype/core';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { beginGroup, edit, endGroup, undo, useHistory } from '../../../../document/store.ts';
import { Button } from '../../../../ui/Button.tsx';
import { type Cell, grouped } from './cell.ts';
import { CellSample } from './CellSample.tsx';
import { neighbour } from './neighbour.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly label: string;
  readonly cells: readonly Cell[];
  readonly chosen: string;
  close(): void;
}

const SIDE = 58;

/**
 * All cells of a kind as named samples, over the chain. Arrow keys walk through them and the sheet follows. Everything
 * that is tried is one step for undo; Escape takes it back.
 */
export function CellPicker({ job, pass, label, cells, chosen, close }: Props) {
  const list = useRef<HTMLDivElement>(null);
  const steps = useHistory((h) => h.pastStates.length);
  const before = useRef(steps);
  // The samples show the chain as it was when they were opened: what is tried changes the sheet.
  const shown = useRef({ job, pass, cells });

  useEffect(() => {
    beginGroup();
    list.current?.querySelector<HTMLElement>('[aria-checked=true]')?.focus();
    return endGroup;
  }, []);

  function take(cell: Cell): void {
    if (cell.name !== chosen) edit(cells.find((c) => c.name === cell.name)!.take);
  }
  function giveUp(): void {
    if (steps > before.current) undo();
    close();
  }
  function onKey(event: KeyboardEvent): void {
    if (event.key === 'Escape' || event.key === 'Enter') {
      event.preventDefault();
      if (event.key === 'Escape') giveUp();
      else close();
      return;
    }
    const buttons = [...list.current!.querySelectorAll<HTMLElement>('[role=radio]')];
    const to = neighbour(event.key, buttons.indexOf(document.activeElement as HTMLElement), buttons);
    if (to === null) return;
    event.preventDefault();
    buttons[to]!.focus();
    buttons[to]!.click();
  }

  return (
    <div
      role="dialog"
      aria-label={label}
      onKeyDown={onKey}
      className="pointer-events-auto absolute inset-0 flex flex-col border-r border-ink bg-paper"
    >
      <div className="flex h-[38px] shrink-0 items-center justify-between border-b border-hairline px-2.5">
        <h2 className="text-[13.5px]">{label}</h2>
        <span className="flex gap-1">
          <Button className="h-6! px-2!" onClick={giveUp} title="Puts back what was there (Escape)">
            Cancel
          </Button>
          <Button className="h-6! px-2!" strong onClick={close} title="Keeps what is chosen (Enter)">
            Keep
          </Button>
        </span>
      </div>
      <div ref={list} role="radiogroup" aria-label={label} className="min-h-0 flex-1 overflow-y-auto px-2.5 pb-3">
        {grouped(shown.current.cells).map(([heading, group]) => (
          <div key={heading ?? ''}>
            <h3 className="pt-2 pb-1 text-[11px] text-muted">{heading ?? 'Others'}</h3>
            <div className="grid grid-cols-4 gap-x-1.5 gap-y-2">
              {group.map((cell) => (
                <button
                  key={cell.name}
                  type="button"
                  role="radio"
                  aria-checked={cell.name === chosen}
                  aria-label={cell.label}
                  tabIndex={cell.name === chosen ? 0 : -1}
                  title={cell.about}
                  onClick={() => take(cell)}
                  className="group flex flex-col items-start text-left"
                >
                  <span className="outline-offset-1 group-aria-checked:outline-2 group-aria-checked:outline-hot">
                    <CellSample job={shown.current.job} pass={shown.current.pass} cell={cell} side={SIDE} />
                  </span>
                  <span className="w-[60px] pt-[3px] text-[10.5px] leading-[1.15] break-words hyphens-auto group-aria-checked:font-semibold">
                    {cell.label}
                  </span>
                </button>
              ))}
            </div>
          </div>
        ))}
      </div>
    </div>
  );
}
