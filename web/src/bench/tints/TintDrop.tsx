import type { Fill, Job, Pass } from '@chromatype/core';
import { toast } from 'sonner';
import { edit, useOpenJob } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import type { View } from '../../engine/view.ts';
import { useSetParam } from '../../ui/use-set-param.ts';
import { sheetPlace } from '../stencil/sheet-place.ts';
import { setColourShelf, useColourShelf } from './colour-store.ts';
import { layTints, type PassTint } from './mixing.ts';
import { addTint, layTint, type TakenTint } from './lay-tint.ts';
import { setTintShelf, useTintShelf } from './shelf-store.ts';
import { boxOfFill } from './TintShelf.tsx';

interface Props {
  readonly job: Job;
  /** The chosen pass with all its fills. */
  readonly pass: Pass;
  readonly fill: Fill;
  readonly view: View;
}

/** Takes a tint that is dragged to the sheet: it goes into the stencil that lies there. */
export function TintDrop({ job, pass, fill, view }: Props) {
  const dragged = useTintShelf((s) => s.dragged);
  const setParam = useSetParam(true);
  const colour = useColourShelf((s) => s.dragged);
  if (!dragged && !colour) return null;

  async function layMixed(tints: readonly PassTint[], x: number, y: number): Promise<void> {
    const there = await enginePool().sampler.stencilsAt(job, x, y);
    if (useOpenJob.getState().job !== null) layTints(there.at(-1) ?? null, tints);
  }

  async function lay(taken: TakenTint, x: number, y: number): Promise<void> {
    const there = await enginePool().sampler.stencilsAt(job, x, y);
    if (useOpenJob.getState().job === null) return;
    const own = pass.fills.findLast((f) => f.stencil !== null && there.includes(f.stencil));
    if (own) {
      edit(layTint(own.id, taken, boxOfFill(job, own)));
      setParam('fill', own.id);
      return;
    }
    // The newest stencil that lies there and prints nothing of this pass yet.
    const stencil = there.at(-1) ?? null;
    if (stencil === null && pass.fills.length > 1) {
      toast('There is no stencil there. Draw one first, or click the tint to lay it into the chosen fill.');
      return;
    }
    if (stencil === null) {
      edit(layTint(fill.id, taken, boxOfFill(job, fill)));
      return;
    }
    const added = addTint(pass, fill, stencil, taken, boxOfFill(job, { ...fill, stencil }));
    edit(added.edit);
    setParam('fill', added.id);
  }

  return (
    <div
      className="absolute inset-0 border-2 border-dashed border-hot"
      role="application"
      aria-label="Drop the tint into a stencil of the sheet"
      data-testid="tint-drop"
      onDragOver={(event) => {
        event.preventDefault();
        event.dataTransfer.dropEffect = 'copy';
      }}
      onDrop={(event) => {
        event.preventDefault();
        event.stopPropagation();
        const box = event.currentTarget.getBoundingClientRect();
        const { x, y } = sheetPlace(job, view).toMm(event.clientX - box.left, event.clientY - box.top);
        setTintShelf({ dragged: null });
        setColourShelf({ dragged: null });
        if (dragged) void lay(dragged, x, y);
        else if (colour) void layMixed(colour, x, y);
      }}
    />
  );
}
