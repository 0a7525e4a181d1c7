import {
  addImpression,
  addOutline,
  addShadow,
  type Fill,
  FinishingError,
  type Ink,
  type Job,
  type Pass,
  plainInk,
} from '@chromatype/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { newId } from '../../../document/edits.ts';
import { edit, useOpenJob } from '../../../document/store.ts';
import { Button } from '../../../ui/Button.tsx';
import { ColourField } from '../../../ui/ColourField.tsx';
import { Fold } from '../../../ui/Fold.tsx';
import { MM, PERCENT } from '../../../ui/formats.ts';
import { NumberField } from '../../../ui/NumberField.tsx';

interface Props {
  readonly pass: Pass;
  readonly fill: Fill;
}

/** Does something to the open job that may be impossible, which is then said. */
function finish(work: (job: Job) => Job): void {
  const { job } = useOpenJob.getState();
  if (!job) return;
  try {
    const made = work(job);
    edit(() => made);
  } catch (error) {
    if (!(error instanceof FinishingError)) throw error;
    toast.error(error.message);
  }
}

/** The ink that is added in: a colour of its own. */
const inkOf = (colour: string): Ink => plainInk('Finishing', colour);

/** Lays an outline, a shadow or a second impression beneath a pass; what is made are passes and stencils like any other. */
export function Finishing({ pass, fill }: Props) {
  const [colour, setColour] = useState('#1e1b18');
  const [width, setWidth] = useState(1.5);
  const [right, setRight] = useState(2);
  const [down, setDown] = useState(2);
  const [softness, setSoftness] = useState(3);
  const [dark, setDark] = useState(0.5);
  const mm = (label: string, value: number, set: (v: number) => void, min: number, normal: number, about: string) => (
    <NumberField
      label={label}
      value={value}
      min={min}
      max={100}
      step={0.1}
      normal={normal}
      format={MM}
      about={about}
      onChange={set}
    />
  );
  const ink = { ...inkOf(colour), opacity: 0 };
  const asked = { pass, fill, ink, newId };
  return (
    <Fold title="Beneath the pass" note="outline, shadow, second print">
      <div className="flex items-center justify-between gap-2">
        <span aria-hidden>Ink</span>
        <ColourField label="Ink of what is added" value={colour} onChange={setColour} />
      </div>
      {mm('Outline', width, setWidth, 0.1, 1.5, 'Width of the outline.')}
      {mm('To the right', right, setRight, -100, 2, 'How far the shadow or the second impression lies to the right.')}
      {mm('Down', down, setDown, -100, 2, 'How far the shadow or the second impression lies further down.')}
      {mm('Softness', softness, setSoftness, 0, 3, 'Width over which the edge of the shadow fades.')}
      <NumberField
        label="Darkness"
        value={dark}
        min={0.02}
        max={1}
        step={0.01}
        normal={0.5}
        format={PERCENT}
        about="How dark the shadow is: its dots are so large."
        onChange={setDark}
      />
      <div className="flex flex-wrap gap-1 pt-1">
        <Button onClick={() => finish((job) => addOutline(job, { ...asked, width }))}>Add outline</Button>
        <Button onClick={() => finish((job) => addShadow(job, { ...asked, right, down, softness, dark }))}>
          Add shadow
        </Button>
        <Button onClick={() => finish((job) => addImpression(job, { ...asked, right, down }))}>
          Print again beside
        </Button>
      </div>
    </Fold>
  );
}
