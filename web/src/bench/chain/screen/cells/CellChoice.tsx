import type { Job, Pass } from '@chromatype/core';
import { ChevronDown } from 'lucide-react';
import { useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import type { Cell } from './cell.ts';
import { CellPicker } from './CellPicker.tsx';
import { CellSample } from './CellSample.tsx';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  /** What is chosen, such as the dot shape. */
  readonly label: string;
  readonly cells: readonly Cell[];
  readonly chosen: string;
}

const SIDE = 56;
/** In a low window the chain has less room. */
const LOWER = '[@media(max-height:740px)]:max-h-[40px] [@media(max-height:740px)]:object-cover';

/** Where pickers lie: over the chain, so that the sheet stays in sight. */
export const OVER_CHAIN = 'over-chain';

/** The current cell, large and with its name; a click opens all that there are over the chain. */
export function CellChoice({ job, pass, label, cells, chosen }: Props) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const cell = cells.find((c) => c.name === chosen) ?? cells[0]!;
  const over = open && document.getElementById(OVER_CHAIN);
  function close(): void {
    setOpen(false);
    button.current?.focus();
  }
  return (
    <>
      <button
        ref={button}
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-label={`${label}: ${cell.label}`}
        title={cell.about}
        onClick={() => setOpen(true)}
        className="group flex min-w-0 items-start gap-2 text-left"
      >
        <CellSample job={job} pass={pass} cell={cell} side={SIDE} className={LOWER} />
        <span className="min-w-0 flex-1">
          <span className="flex items-center gap-0.5 text-[11px] text-muted">
            {label}
            <ChevronDown size={12} aria-hidden />
          </span>
          <span className="block text-[12px] leading-[1.15] font-semibold break-words group-hover:text-hot-text">
            {cell.label}
          </span>
        </span>
      </button>
      {over &&
        createPortal(
          <CellPicker job={job} pass={pass} label={label} cells={cells} chosen={cell.name} close={close} />,
          over,
        )}
    </>
  );
}
