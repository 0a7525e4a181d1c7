import { FILL_PARAMS, type Job, type Over, type Stencil } from '@chromatype/core';
import { Trash2 } from 'lucide-react';
import { memo } from 'react';
import { setFill } from '../../../document/edits.ts';
import { editStencil, removeStencil } from '../../../document/stencil-edits.ts';
import { edit } from '../../../document/store.ts';
import { enginePool } from '../../../engine/pool.ts';
import { Choice } from '../../../ui/Choice.tsx';
import { Fold } from '../../../ui/Fold.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { SampleCanvas } from '../../../ui/SampleCanvas.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { setStencilTools, useStencilTools } from '../../stencil/stencil-tools.ts';
import type { ChainProps } from '../chain-props.ts';
import { Station, THUMB } from '../Station.tsx';
import { AddParts } from './AddParts.tsx';
import { EdgeSettings, edgeNote } from './EdgeSettings.tsx';
import { PartList } from './PartList.tsx';

const LOOKS = [
  { value: 'outline', label: 'Outline', title: 'A line along its edge' },
  { value: 'veil', label: 'Veil', title: 'Covers what it leaves bare' },
  { value: 'alone', label: 'Alone', title: 'The stencil itself, black where it lets print' },
  { value: 'off', label: 'Hidden', title: 'Only the print' },
] as const;

const { over: OVER } = FILL_PARAMS;

/** How many fills print in a stencil. */
const usersOf = (job: Job, { id }: Stencil): number =>
  job.passes.flatMap((p) => p.fills).filter((f) => f.stencil === id).length;

function StencilStationPart({ job, pass, fill }: ChainProps) {
  const stencil = job.stencils.find((s) => s.id === fill.stencil) ?? null;
  const look = useStencilTools((s) => s.look);
  const users = stencil ? usersOf(job, stencil) : 0;
  const thumb = stencil ? (
    <SampleCanvas
      label={`The stencil ${stencil.name}`}
      watch={JSON.stringify([stencil, job.stencils, job.sheet.width, job.sheet.height])}
      make={async () => enginePool().sampler.stencil(job, stencil.id, 116)}
      className={THUMB}
    />
  ) : (
    <div className={`${THUMB} bg-ink`} title="Prints on the whole sheet" />
  );
  return (
    <Station
      title="Stencil"
      note={stencil ? stencil.name : 'the whole sheet'}
      thumb={thumb}
      more={
        <div className="grid grid-cols-1 gap-1.5">
          <label className="flex items-center justify-between gap-2" title="Where this fill may print">
            <span className="shrink-0">Prints in</span>
            <select
              data-own
              aria-label="Stencil of this fill"
              value={fill.stencil ?? ''}
              onChange={(e) => {
                edit(setFill(fill.id, { stencil: e.target.value || null }));
                setStencilTools({ part: null });
              }}
              className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
            >
              <option value="">the whole sheet</option>
              {job.stencils.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          </label>
          {pass.fills[0].id !== fill.id && (
            <div className="flex items-center justify-between gap-2">
              <span title={OVER.about}>{OVER.label}</span>
              <select
                data-own
                aria-label={OVER.label}
                title={OVER.options.find((o) => o.name === fill.over)?.about}
                value={fill.over}
                onChange={(e) => edit(setFill(fill.id, { over: e.target.value as Over }))}
                className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper text-right"
              >
                {OVER.options.map(({ name, label }) => (
                  <option key={name} value={name}>
                    {label}
                  </option>
                ))}
              </select>
            </div>
          )}
          <AddParts job={job} pass={pass} fill={fill} stencil={stencil} />
          {stencil && (
            <>
              <PartList job={job} fill={fill} stencil={stencil} />
              <Fold title="Edges" note={edgeNote(stencil.edges)}>
                <EdgeSettings stencil={stencil} />
              </Fold>
              <Fold title="Name and showing" note={users > 1 ? `used by ${users} fills` : ''} open>
                <div className="flex items-end gap-2">
                  <TextField
                    label="Name of the stencil"
                    value={stencil.name}
                    onChange={(name) => edit(editStencil(stencil.id, (s) => ({ ...s, name })))}
                  />
                  <button
                    type="button"
                    aria-label={`Remove ${stencil.name}`}
                    title="Removes the stencil; its fills print on the whole sheet"
                    onClick={() => edit(removeStencil(stencil.id))}
                    className="grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text"
                  >
                    <Trash2 size={13} aria-hidden />
                  </button>
                </div>
                <Choice
                  label="Showing the stencil"
                  value={look}
                  options={LOOKS}
                  onChange={(value) => setStencilTools({ look: value })}
                />
              </Fold>
            </>
          )}
        </div>
      }
    />
  );
}

export const StencilStation = memo(
  StencilStationPart,
  sameBy(({ job, pass, fill }) => [
    fill.id,
    fill.stencil,
    fill.over,
    fill.feed,
    pass.id,
    pass.fills.map((f) => f.id).join(),
    job.stencils,
    job.pictures,
    job.sheet,
    job.passes.map((p) => `${p.id}${p.name}${p.fills.map((f) => f.stencil).join()}`).join(),
  ]),
);
