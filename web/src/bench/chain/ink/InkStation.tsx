import {
  COLOURING_PARAMS,
  hexOfLight,
  IMPRESSION_PARAMS,
  isMoved,
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
import { keepPlate, rename, setColouring, setImpression, setInk } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { ColourField } from '../../../ui/ColourField.tsx';
import { Fold } from '../../../ui/Fold.tsx';
import { PERCENT } from '../../../ui/formats.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';
import { ParamFields } from '../../../ui/ParamFields.tsx';
import { sameBy } from '../../../ui/same-by.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { SwitchField } from '../../../ui/SwitchField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { Station, THUMB } from '../Station.tsx';
import { Finishing } from './Finishing.tsx';
import { LabFields } from './LabFields.tsx';

const ORDINALS = ['1st', '2nd', '3rd'];

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
        about={INK_PARAMS.meets.about}
        value={ink.meets}
        options={INK_PARAMS.meets.options}
        onChange={(meets) => change({ meets: meets as Ink['meets'] })}
      />
      {ink.meets === 'knockout' && (
        <ParamField param={INK_PARAMS.trap} value={ink.trap} onChange={(trap) => change({ trap: trap as number })} />
      )}
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

/** How an ink meets what is there, in a few words. */
function meetsNote({ meets, opacity }: Ink): string {
  if (meets === 'overprint') return opacity > 0.5 ? 'is opaque' : 'overprints';
  if (meets === 'light') return 'adds light';
  return INK_PARAMS.meets.options.find((o) => o.name === meets)!.label.toLowerCase();
}

/** The ink that a pass lays down. */
function InkStationPart({ job, pass, fill }: ChainProps) {
  const { ink, colouring } = pass;
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
  const meets = meetsNote(ink);
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
          {fill.feed.separation !== null && fill.feed.part === 'ink' && (
            <SwitchField
              label={pass.separatedFor ? `Plate of ${pass.separatedFor.name}` : 'Exchange the ink alone'}
              about="Keeps the plate that the separation made for this ink, so that it can be printed in any other."
              value={pass.separatedFor !== null}
              onChange={(keeps) => edit(keepPlate(pass.id, keeps))}
            />
          )}
          <div className="grid grid-cols-1 gap-1">
            <Behaviour ink={ink} change={change} />
          </div>
          <Fold
            title="Tint of the pass"
            note={
              [colouring.darks === 'tinted' && 'darks', colouring.lights === 'tinted' && 'lights']
                .filter(Boolean)
                .join(' and ') || 'none'
            }
          >
            <ParamFields
              params={COLOURING_PARAMS}
              settings={colouring}
              change={(part) => edit(setColouring(pass.id, part))}
            />
          </Fold>
          <Fold title="Place of the plate" note={isMoved(pass) ? 'moved' : 'in register'}>
            <ParamFields
              params={IMPRESSION_PARAMS}
              settings={pass.impression}
              change={(part) => edit(setImpression(pass.id, part))}
            />
          </Fold>
          <Finishing pass={pass} fill={fill} />
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
  sameBy(({ job, pass, fill }) => [
    pass.id,
    pass.fills,
    fill.id,
    pass.name,
    pass.ink,
    pass.separatedFor,
    pass.colouring,
    pass.impression,
    pass.on,
    job.sheet.stock,
    job.passes.map((p) => `${p.id}${p.on}`).join(),
  ]),
);
