import type { Push, Stroke } from '@chromatype/core';
import { Button } from '../../../ui/Button.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { NORMAL_PUSH, setPushBrush, useBendTools } from '../../bend/bend-tools.ts';
import { BrushRows } from '../../tools/BrushRows.tsx';
import { toggleTool, useTools } from '../../tools/tool-store.ts';

const AXES: readonly { name: Push; label: string; about: string }[] = [
  { name: 'free', label: 'Any way', about: 'What lies under the brush goes where the hand goes.' },
  { name: 'across', label: 'Across only', about: 'What lies under the brush moves to the left and right alone.' },
  { name: 'down', label: 'Up and down only', about: 'What lies under the brush moves up and down alone.' },
  {
    name: 'rows',
    label: 'Whole rows',
    about: 'All that lies at the height of the brush moves across alike: waves by hand stay even.',
  },
  {
    name: 'columns',
    label: 'Whole columns',
    about: 'All that lies above and below the brush moves up and down alike: waves by hand stay even.',
  },
];

interface Props {
  readonly strokes: readonly Stroke[];
  clear(): void;
  /** Takes the last stroke back. */
  back(): void;
}

/** The brush that pushes the lattice by hand. */
export function PushControls({ strokes, clear, back }: Props) {
  const tool = useTools((s) => s.tool);
  const brush = useBendTools((s) => s.brush);
  const taken = tool === 'push';
  return (
    <div className="grid grid-cols-1 gap-1">
      <div className="flex items-center gap-1">
        <Button strong={taken} aria-pressed={taken} onClick={() => toggleTool('push')}>
          {taken ? 'Lay the brush down' : 'Take the brush'}
        </Button>
        <span className="flex-1 text-right text-[11px] text-muted">
          {strokes.length === 1 ? '1 stroke' : `${strokes.length} strokes`}
        </span>
      </div>
      <SelectField
        label="It pushes"
        about={AXES.find((a) => a.name === brush.does)!.about}
        value={brush.does}
        options={AXES}
        onChange={(does) => setPushBrush({ does: does as Push })}
      />
      <BrushRows
        brush={brush}
        normal={NORMAL_PUSH}
        change={setPushBrush}
        strengthAbout="How far what is pushed goes with the hand."
      />
      <div className="flex gap-1">
        <Button disabled={strokes.length === 0} onClick={back}>
          Take the last stroke back
        </Button>
        <Button disabled={strokes.length === 0} onClick={clear}>
          Clear
        </Button>
      </div>
    </div>
  );
}
