import { type Job, MM_PER_INCH, printingPasses, sheetSize } from '@chromatype/core';
import { useDrag } from '@use-gesture/react';
import type { KeyboardEvent } from 'react';
import { setRepeat } from '../document/repeat-edits.ts';
import { beginGesture, edit, endGesture } from '../document/store.ts';
import { enginePool } from '../engine/pool.ts';
import { arrowMove } from '../ui/arrow-move.ts';
import { POINTER_ONLY } from '../ui/drag-options.ts';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';
import { printOnStock } from './print-on-stock.ts';

interface Props {
  readonly job: Job;
  readonly ready: boolean;
}

const WIDTH = 222;
/** A repeat is no smaller, in mm. */
const SMALLEST = 1;

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const tidy = (v: number): number => Number(v.toFixed(1));

/** A box kept on the trimmed sheet. */
function kept({ sheet }: Job, { x, y, width, height }: Box): Box {
  const w = Math.min(sheet.width, Math.max(SMALLEST, width));
  const h = Math.min(sheet.height, Math.max(SMALLEST, height));
  return {
    width: tidy(w),
    height: tidy(h),
    x: tidy(Math.min(sheet.width - w, Math.max(0, x))),
    y: tidy(Math.min(sheet.height - h, Math.max(0, y))),
  };
}

/** What of the sheet repeats: a frame over the print, moved and drawn larger by hand. */
export function RepeatPart({ job, ready }: Props) {
  const size = sheetSize(job.sheet);
  const scale = WIDTH / size.width;
  const { bleed } = job.sheet;
  const { part, x, y, width, height } = job.repeat;
  const box: Box = part ? { x, y, width, height } : { x: 0, y: 0, width: job.sheet.width, height: job.sheet.height };
  const set = (own: Box) => edit(setRepeat({ part: true, ...kept(job, own) }));
  const bind = useDrag(({ args: [what], movement: [mx, my], memo = box, first, last }) => {
    if (first) beginGesture();
    const from = memo as Box;
    const [dx, dy] = [mx / scale, my / scale];
    if (what === 'corner') set({ ...from, width: from.width + dx, height: from.height + dy });
    else set({ ...from, x: from.x + dx, y: from.y + dy });
    if (last) endGesture();
    return memo;
  }, POINTER_ONLY);
  function onKey(event: KeyboardEvent, what: 'corner' | 'frame'): void {
    const by = arrowMove(event);
    if (!by) return;
    event.stopPropagation();
    if (what === 'corner') set({ ...box, width: box.width + by[0], height: box.height + by[1] });
    else set({ ...box, x: box.x + by[0], y: box.y + by[1] });
  }
  const at = { left: (box.x + bleed) * scale, top: (box.y + bleed) * scale };
  const frame = { width: Math.max(8, box.width * scale), height: Math.max(8, box.height * scale) };
  return (
    <section aria-label="What repeats" className="grid grid-cols-1 gap-1">
      <h2 className="text-[13.5px]">What repeats</h2>
      <div
        className="relative overflow-hidden outline-1 outline-ink"
        style={{ width: WIDTH, height: size.height * scale }}
      >
        <SampleCanvas
          label="The print of the whole sheet"
          watch={printOnStock(job, ready)}
          make={
            ready && printingPasses(job).length > 0
              ? () =>
                  enginePool().sampler.strip(
                    job,
                    {
                      x: 0,
                      y: 0,
                      width: Math.round((size.width * job.sheet.ppi) / MM_PER_INCH),
                      height: Math.round((size.height * job.sheet.ppi) / MM_PER_INCH),
                    },
                    (WIDTH * devicePixelRatio) / ((size.width * job.sheet.ppi) / MM_PER_INCH),
                  )
              : null
          }
          className="block h-full w-full"
        />
        <button
          type="button"
          {...bind('frame')}
          onKeyDown={(event) => onKey(event, 'frame')}
          aria-label={`What repeats: ${tidy(box.width)} × ${tidy(box.height)} mm at ${tidy(box.x)}, ${tidy(box.y)}; arrow keys move it`}
          data-testid="repeat-frame"
          className="absolute cursor-move touch-none border-[1.5px] border-hot bg-hot/10"
          style={{ ...at, ...frame }}
        />
        <button
          type="button"
          {...bind('corner')}
          onKeyDown={(event) => onKey(event, 'corner')}
          aria-label="Lower right corner; arrow keys make the part larger and smaller"
          title="Drag to choose how large the part is"
          data-testid="repeat-corner"
          className="absolute h-6 w-6 -translate-x-full -translate-y-full cursor-nwse-resize touch-none border-[1.5px] border-hot bg-paper"
          style={{ left: at.left + frame.width, top: at.top + frame.height }}
        />
      </div>
    </section>
  );
}
