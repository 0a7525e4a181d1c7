import {
  hexOfLight,
  type Ink,
  type Lab,
  labOfLight,
  INK_PARAMS,
  PRESS_PARAMS,
  solidLight,
  STARTER_INKS,
} from '@chromatype/core';
import type { ChainProps } from '../chain-props.ts';
import { memo } from 'react';
import { useInkSets } from '../../../api/ink-sets.ts';
import { rename, setInk } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { ColourField } from '../../../ui/ColourField.tsx';
import { Fold } from '../../../ui/Fold.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { Station, THUMB } from '../Station.tsx';
import { LabFields } from './LabFields.tsx';

const ORDINALS = ['1st', '2nd', '3rd'];

const MEETS = [
  { name: 'overprint', label: 'Overprints', about: 'Lies on what was printed before, as ink does.' },
  {
    name: 'light',
    label: 'Adds light',
    about: 'Adds its light to what was printed before, as a lamp does: for light on black.',
  },
] as const;

const PERFECT: Lab = [100, 0, 0];

/** The ink with another solid in L*a*b*; what a screen shows follows. */
function withLab(ink: Ink, lab: Lab): Partial<Ink> {
  const measured = { lab, stock: ink.measured?.stock ?? PERFECT };
  return { measured, colour: hexOfLight(solidLight({ ...ink, measured })) };
}

/** How strong, how opaque, and how it meets what lies under it. */
function Behaviour({ ink, change }: { readonly ink: Ink; change(part: Partial<Ink>): void }) {
  const shared = { min: 0, max: 1, step: 0.01, format: PERCENT } as const;
  return (
    <>
      <NumberField
        {...shared}
        label="Strength"
        value={ink.strength}
        normal={1}
        about={INK_PARAMS.strength.about}
        onChange={(strength) => change({ strength })}
      />
      <NumberField
        {...shared}
        label="Opacity"
        value={ink.opacity}
        normal={0}
        about={INK_PARAMS.opacity.about}
        onChange={(opacity) => change({ opacity })}
      />
      <SelectField
        label="Meets what is there"
        about="What the ink does to what lies under it."
        value={ink.meets}
        options={MEETS}
        onChange={(meets) => change({ meets: meets as Ink['meets'] })}
      />
      <LabFields
        label="Solid on white"
        value={ink.measured?.lab ?? roundedLab(labOfLight(solidLight(ink)))}
        onChange={(lab) => change(withLab(ink, lab))}
      />
    </>
  );
}

const roundedLab = (lab: Lab): Lab => lab.map((v) => Number(v.toFixed(1))) as unknown as Lab;

/** Takes an ink of any set. */
function InkFromSet({ take }: { take(ink: Ink): void }) {
  const sets = useInkSets();
  return (
    <select
      aria-label="Ink from a set"
      value=""
      onChange={(e) => {
        const [set, ink] = e.target.value.split(' ').map(Number) as [number, number];
        take(sets[set]!.inks[ink]!);
      }}
      className="h-6 w-[92px] truncate border-b border-hairline bg-paper"
    >
      <option value="">from a set</option>
      {sets.map((set, s) => (
        <optgroup key={set.name} label={set.label}>
          {set.inks.map((ink, k) => (
            <option key={`${ink.name}${k}`} value={`${s} ${k}`}>
              {ink.name}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
}

/** The ink that a pass lays down. */
function InkStationPart({ job, pass }: Pick<ChainProps, 'job' | 'pass'>) {
  const { ink } = pass;
  const place = job.passes.filter((p) => p.on || p.id === pass.id).findIndex((p) => p.id === pass.id);
  const change = (part: Partial<Ink>) => edit(setInk(pass.id, part));
  const recolour = (colour: string, name = ink.name) => change({ name, colour, measured: null });
  const thumb = (
    <div className={`${THUMB} min-h-[20px]`} style={{ background: job.sheet.stock.colour }}>
      <div
        className="h-full min-h-[26px] w-full [@media(max-height:740px)]:min-h-[22px]"
        style={{ background: ink.colour, opacity: ink.strength }}
      />
    </div>
  );
  const meets = ink.meets === 'light' ? 'adds light' : ink.opacity > 0.5 ? 'is opaque' : 'overprints';
  const press = Object.entries(PRESS_PARAMS);
  const odd = press.some(([name, p]) => name !== 'grain' && name !== 'seed' && ink.press[name as never] !== p.normal);
  return (
    <Station
      title="Ink"
      note={pass.on ? `prints ${ORDINALS[place] ?? `${place + 1}th`}, ${meets}` : 'hidden'}
      thumb={thumb}
      more={
        <div className="grid grid-cols-1 gap-1.5">
          <div className="flex items-center justify-between gap-2">
            <div className="flex flex-wrap items-center gap-1">
              {STARTER_INKS.map((starter) => (
                <button
                  key={starter.name}
                  type="button"
                  title={starter.name}
                  aria-label={`Ink: ${starter.name}`}
                  aria-pressed={ink.colour === starter.colour}
                  onClick={() => recolour(starter.colour, starter.name)}
                  className="h-6 w-6 border border-ink aria-pressed:outline-2 aria-pressed:outline-hot"
                  style={{ background: starter.colour }}
                />
              ))}
            </div>
            <InkFromSet take={(next) => change({ ...next, press: ink.press })} />
          </div>
          <div className="grid grid-cols-1 gap-1">
            <Behaviour ink={ink} change={change} />
          </div>
          <Fold title="On the press" note={odd ? 'moves or wears' : 'as planned'}>
            {press.map(([name, param]) => (
              <ParamField
                key={name}
                param={param}
                value={ink.press[name as keyof Ink['press']]}
                onChange={(value) => change({ press: { ...ink.press, [name]: value } })}
              />
            ))}
            <p className="text-[11px] leading-tight text-muted">
              Shown with <em>As it may come off</em> alone; plates never hold it.
            </p>
          </Fold>
        </div>
      }
    >
      <div className="flex items-center justify-between gap-2 [@media(max-height:740px)]:in-data-[mode=rest]:hidden">
        <ColourField label="Ink colour" value={ink.colour} onChange={(colour) => recolour(colour)} />
        <TextField
          label="Name of the pass"
          value={pass.name}
          onChange={(name) => edit(rename(pass.id, name))}
          className="flex-1"
        />
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
