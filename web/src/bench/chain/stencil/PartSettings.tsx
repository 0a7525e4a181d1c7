import { type Fill, type Job, type Param, partKindOf, type Stencil, type StencilPart } from '@chromatype/core';
import { changePart } from '../../stencil/draw-parts.ts';
import { FontChoice, ImportedOutline } from '../picture/OutlineSources.tsx';
import { choicesOf, type Named, SettingRow } from '../SettingRow.tsx';
import { ColourList } from './ColourList.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
  readonly stencil: Stencil;
  readonly part: StencilPart;
}

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`;

/** How much of a drawing a part holds, in words; null for settings that have a control. */
function drawn(param: Param, value: unknown): string | null {
  if (param.kind === 'points') return counted((value as readonly number[]).length / param.each, 'point');
  if (param.kind === 'strokes') return counted((value as readonly unknown[]).length, 'stroke');
  return null;
}

/** Others that a setting may name. */
function namesOf(param: Param, { job, stencil }: Props): readonly Named[] | null {
  if (param.kind === 'picture') return choicesOf(job.pictures);
  if (param.kind === 'stencil') return choicesOf(job.stencils.filter((s) => s.id !== stencil.id));
  return param.kind === 'pass' ? choicesOf(job.passes) : null;
}

/** The settings of one part of a stencil. */
export function PartSettings(props: Props) {
  const { fill, part } = props;
  const { params, about } = partKindOf(part.kind);
  const change = (settings: Readonly<Record<string, unknown>>) => changePart(fill.id, part.id, settings);
  return (
    <div className="grid gap-1 border-b border-hairline bg-paper-2 px-2 pb-2">
      <p className="text-[11px] leading-tight text-muted">{about}</p>
      {part.kind === 'shape' && <ImportedOutline change={change} />}
      {part.kind === 'lettering' && (
        <FontChoice
          settings={part.settings}
          aspect={(part.settings.width as number) / (part.settings.height as number)}
          change={change}
        />
      )}
      <div className="grid grid-cols-2 gap-x-4 gap-y-0.5">
        {Object.entries<Param>(params).map(([name, param]) => {
          const value = part.settings[name];
          if (param.when && !param.when(part.settings)) return null;
          const words = drawn(param, value);
          if (words)
            return <p key={name} className="col-span-2 text-[11px] text-muted">{`${param.label}: ${words}.`}</p>;
          if (param.kind === 'colours') {
            return (
              <ColourList
                key={name}
                label={param.label}
                colours={value as readonly string[]}
                change={(colours) => change({ [name]: colours })}
              />
            );
          }
          if (param.kind === 'text' && param.hidden) return null;
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
    </div>
  );
}
