import { darkerInk, type Fill, type Pass, printDarker } from '@chromatype/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { newId } from '../../../document/edits.ts';
import { edit, useOpenJob } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { SliderRow } from '../../../ui/SliderRow.tsx';
import { useSetParam } from '../../../ui/use-set-param.ts';

const NORMAL = 0.3;

/** Prints a tint in the same colour, but darker: in a pass of its own after this one. */
export function DarkerInk({ pass, fill }: { readonly pass: Pass; readonly fill: Fill }) {
  const [by, setBy] = useState(NORMAL);
  const setParam = useSetParam(true);
  function print(): void {
    const { job } = useOpenJob.getState();
    if (!job) return;
    try {
      const made = printDarker(job, { pass: pass.id, fill: fill.id, by, newId: newId() });
      edit(() => made);
      const after = made.passes[made.passes.findIndex((p) => p.id === pass.id) + 1];
      if (after) setParam('pass', after.id);
    } catch (error) {
      toast((error as Error).message);
    }
  }
  return (
    <div className="col-span-2 grid grid-cols-1 gap-1 pb-1">
      <SliderRow
        wide
        label="Darker by"
        about="How much darker the ink is than the one of this pass, in lightness as the eye sees it."
        value={by}
        min={0.05}
        max={0.8}
        step={0.01}
        normal={NORMAL}
        format={PERCENT}
        onChange={setBy}
      />
      <div className="flex items-center gap-2">
        <span
          className="h-5 w-8 shrink-0 border border-ink"
          style={{ background: darkerInk(pass.ink, by).colour }}
          aria-hidden
        />
        <Button onClick={print} title="Moves this fill into a pass after this one, in the darker ink">
          Print it in this darker ink
        </Button>
      </div>
    </div>
  );
}
