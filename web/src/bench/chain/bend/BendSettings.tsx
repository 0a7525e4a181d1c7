import { type Bend, bendKind, type Fill, type Job, type Param, type Stroke } from '@chromatype/core';
import { setBendSettings } from '../../../document/bend-edits.ts';
import { editSound } from '../../../document/edit-sound.ts';
import { Button } from '../../../ui/Button.tsx';
import { toggleTool, useTools } from '../../tools/tool-store.ts';
import { choicesOf, type Named, SettingRow } from '../SettingRow.tsx';
import { PushControls } from './PushControls.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly bend: Bend;
  readonly at: number;
}

/** Others that a setting may name. */
function namesOf(param: Param, { job, fill }: Props): readonly Named[] | null {
  if (param.kind === 'picture') return choicesOf(job.pictures);
  if (param.kind !== 'pass') return null;
  return choicesOf(job.passes.filter((p) => !p.fills.some((f) => f.id === fill.id)));
}

/** Pins are put on the sheet by a click. */
function PinControls() {
  const tool = useTools((s) => s.tool);
  return (
    <Button aria-pressed={tool === 'pin'} strong={tool === 'pin'} onClick={() => toggleTool('pin')}>
      {tool === 'pin' ? 'Done with pins' : 'Put pins on the sheet'}
    </Button>
  );
}

/** The settings of one bend as numbers and choices, beside its handles on the sheet. */
export function BendSettings(props: Props) {
  const { job, fill, bend, at } = props;
  const { params, changed } = bendKind(bend.kind);
  const { width, height } = job.sheet;
  function change(part: Bend['settings']): void {
    editSound(job, setBendSettings(fill.id, at, changed(bend.settings, part, { width, height })));
  }
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-0.5">
      {Object.entries<Param>(params).map(([name, param]) => {
        const value = bend.settings[name];
        if (param.when && !param.when(bend.settings)) return null;
        if (param.kind === 'strokes') {
          return (
            <div key={name} className="col-span-2">
              <PushControls
                strokes={value as readonly Stroke[]}
                clear={() => change({ [name]: [] })}
                back={() => change({ [name]: (value as readonly Stroke[]).slice(0, -1) })}
              />
            </div>
          );
        }
        if (param.kind === 'points') {
          return name === 'pins' ? (
            <div key={name} className="col-span-2 flex items-center justify-between gap-2">
              <PinControls />
              <span className="text-[11px] text-muted">{(value as readonly number[]).length / param.each} pins</span>
            </div>
          ) : null;
        }
        return (
          <SettingRow
            key={name}
            param={param}
            value={value}
            names={namesOf(param, props)}
            onChange={(v) => change({ [name]: v })}
          />
        );
      })}
    </div>
  );
}
