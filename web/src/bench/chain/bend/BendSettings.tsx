import { type Bend, bendKind, type Fill, type Job, type Param, type Stroke } from '@chromatype/core';
import { setBendSettings } from '../../../document/bend-edits.ts';
import { editSound } from '../../../document/edit-sound.ts';
import { Button } from '../../../ui/Button.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { toggleTool, useTools } from '../../tools/tool-store.ts';
import { PushControls } from './PushControls.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly bend: Bend;
  readonly at: number;
}

/** Labels of numbers up to this many letters stand two in a row. */
const NARROW = 9;

/** Others that a setting may name. */
function namesOf(param: Param, { job, fill }: Props): readonly { name: string; label: string }[] | null {
  if (param.kind === 'picture') return job.pictures.map((p) => ({ name: p.id, label: p.name }));
  if (param.kind !== 'pass') return null;
  return job.passes.filter((p) => !p.fills.some((f) => f.id === fill.id)).map((p) => ({ name: p.id, label: p.name }));
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
        const names = namesOf(param, props);
        if (names) {
          return (
            <div key={name} className="col-span-2">
              <SelectField
                label={param.label}
                about={param.about}
                value={(value as string | null) ?? ''}
                options={value === null ? [{ name: '', label: 'none' }, ...names] : names}
                onChange={(id) => change({ [name]: id || null })}
              />
            </div>
          );
        }
        const wide = param.kind !== 'number' || param.label.length > NARROW;
        return (
          <div key={name} className={wide ? 'col-span-2' : ''}>
            <ParamField param={param} value={value} onChange={(v) => change({ [name]: v })} />
          </div>
        );
      })}
    </div>
  );
}
