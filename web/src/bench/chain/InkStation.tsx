import { memo } from 'react';
import { type Ink, type Job, LIMITS, type Pass, STARTER_INKS } from '@chromatype/core';
import { rename, setInk } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { ColourField } from '../../ui/ColourField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { PERCENT } from '../../ui/formats.ts';
import { Station, THUMB } from './Station.tsx';
import { sameBy } from '../../ui/same-by.ts';

const ORDINALS = ['1st', '2nd', '3rd'];

/** The ink that a pass lays down. */
function InkStationPart({ job, pass }: { readonly job: Job; readonly pass: Pass }) {
  const place = job.passes.filter((p) => p.on || p.id === pass.id).findIndex((p) => p.id === pass.id);
  const change = (ink: Partial<Ink>) => edit(setInk(pass.id, ink));
  const thumb = (
    <div className={`${THUMB} h-[44px]`} style={{ background: job.sheet.stock.colour }}>
      <div className="h-full w-full" style={{ background: pass.ink.colour, opacity: pass.ink.strength }} />
    </div>
  );
  return (
    <Station
      title="Ink"
      note={pass.on ? `prints ${ORDINALS[place] ?? `${place + 1}th`}, overprints` : 'hidden'}
      thumb={thumb}
    >
      <div className="grid gap-1">
        <TextField label="Name of the pass" value={pass.name} onChange={(name) => edit(rename(pass.id, name))} />
        <div className="flex items-center justify-between gap-2">
          <ColourField label="Ink colour" value={pass.ink.colour} onChange={(colour) => change({ colour })} />
          <div className="w-[106px]">
            <NumberField
              label="Opacity"
              value={pass.ink.strength}
              min={0}
              max={1}
              step={0.01}
              normal={1}
              format={PERCENT}
              about={LIMITS.strength.about}
              onChange={(strength) => change({ strength })}
            />
          </div>
        </div>
        <div className="flex items-center gap-1">
          {STARTER_INKS.map((ink) => (
            <button
              key={ink.name}
              type="button"
              title={ink.name}
              aria-label={`Ink: ${ink.name}`}
              aria-pressed={pass.ink.colour === ink.colour}
              onClick={() => change({ name: ink.name, colour: ink.colour })}
              className="h-6 w-6 border border-ink aria-pressed:outline-2 aria-pressed:outline-hot"
              style={{ background: ink.colour }}
            />
          ))}
        </div>
      </div>
    </Station>
  );
}

export const InkStation = memo(
  InkStationPart,
  sameBy(({ job, pass }) => [
    pass.id,
    pass.name,
    pass.ink,
    pass.on,
    job.sheet.stock,
    job.passes.map((p) => `${p.id}${p.on}`).join(),
  ]),
);
