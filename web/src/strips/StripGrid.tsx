import { type Job, type Pass, type StripAxis, type StripSheet, stripSetting } from '@chromatype/core';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import type { Sample } from '../engine/samples.ts';
import { sizeOf, valueText } from './axes.ts';

interface Props {
  readonly job: Job;
  readonly pass: Pass;
  readonly sheet: StripSheet;
  readonly samples: ReadonlyMap<string, Sample>;
  /** CSS pixels that one strip is shown wide and high. */
  readonly width: number;
  readonly height: number;
  readonly chosen: { readonly column: number; readonly row: number };
  choose(column: number, row: number): void;
  take(): void;
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function StripCanvas({
  sample,
  width,
  height,
}: {
  readonly sample: Sample | undefined;
  readonly width: number;
  readonly height: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const target = canvas.current;
    if (!target || !sample) return;
    target.width = sample.width;
    target.height = sample.height;
    target.getContext('2d')!.putImageData(new ImageData(sample.rgba, sample.width, sample.height), 0, 0);
  }, [sample]);
  return (
    <canvas
      ref={canvas}
      aria-hidden
      className="block bg-paper-2 [image-rendering:pixelated]"
      style={{ width, height }}
    />
  );
}

export const textOf = (axis: StripAxis, k: number, pass: Pass): string => {
  const setting = stripSetting(axis.setting);
  return setting ? valueText(setting, axis.values[k]!, pass) : String(axis.values[k]);
};

/** The strips in columns and rows, each with its values at the edges; arrow keys choose, Enter takes. */
export function StripGrid({ job, pass, sheet, samples, width, height, chosen, choose, take }: Props) {
  const { columns, rows } = sizeOf(sheet);
  const grid = useRef<HTMLDivElement>(null);
  function onKey(event: KeyboardEvent): void {
    const arrow = ARROWS[event.key];
    if (event.key === 'Enter') {
      event.preventDefault();
      take();
    } else if (arrow) {
      event.preventDefault();
      const column = Math.min(columns - 1, Math.max(0, chosen.column + arrow[0]));
      const row = Math.min(rows - 1, Math.max(0, chosen.row + arrow[1]));
      choose(column, row);
      grid.current?.querySelector<HTMLElement>(`[data-at="${column} ${row}"]`)?.focus();
    }
  }
  const all = Array.from({ length: columns * rows }, (_, k) => ({ column: k % columns, row: Math.floor(k / columns) }));
  return (
    <div
      ref={grid}
      role="group"
      aria-label={`Test strips of ${job.title}`}
      onKeyDown={onKey}
      className="grid w-max gap-2 p-3"
      style={{ gridTemplateColumns: `${sheet.down ? 'max-content ' : ''}repeat(${columns}, ${width}px)` }}
    >
      {sheet.down && <span />}
      {sheet.across.values.map((_, k) => (
        <span key={k} className="text-center font-mono text-[10.5px] text-ink">
          {textOf(sheet.across, k, pass)}
        </span>
      ))}
      {all.map(({ column, row }) => {
        const on = column === chosen.column && row === chosen.row;
        const words = [textOf(sheet.across, column, pass), sheet.down && textOf(sheet.down, row, pass)].filter(Boolean);
        const cell = (
          <button
            key={`${column} ${row}`}
            type="button"
            data-at={`${column} ${row}`}
            data-made={samples.has(`${column} ${row}`)}
            aria-pressed={on}
            aria-label={words.join(', ')}
            tabIndex={on ? 0 : -1}
            onClick={() => choose(column, row)}
            onDoubleClick={take}
            className="outline-offset-2 aria-pressed:outline-3 aria-pressed:outline-hot"
            style={{ width, height }}
          >
            <StripCanvas sample={samples.get(`${column} ${row}`)} width={width} height={height} />
          </button>
        );
        return column === 0 && sheet.down
          ? [
              <span key={`label ${row}`} className="self-center text-right font-mono text-[10.5px] text-ink">
                {textOf(sheet.down, row, pass)}
              </span>,
              cell,
            ]
          : cell;
      })}
    </div>
  );
}
