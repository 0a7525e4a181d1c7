import { type Fill, type Job, partKindOf, STONE_PARAMS, STONE_WAYS, type StoneSettings } from '@chromatype/core';
import { PartSettings } from '../bench/chain/stencil/PartSettings.tsx';
import { inFill, setFeed, setFill } from '../document/edits.ts';
import { setStones } from '../document/stones-edits.ts';
import { edit } from '../document/store.ts';
import { Choice } from '../ui/Choice.tsx';
import { Fold } from '../ui/Fold.tsx';
import { ParamFields } from '../ui/ParamFields.tsx';
import { SelectField } from '../ui/SelectField.tsx';
import { TextField } from '../ui/TextField.tsx';
import { NumberField } from '../ui/NumberField.tsx';
import { PERCENT } from '../ui/formats.ts';
import { TableChips } from './TableChips.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
}

/** Settings with controls of their own. */
const OWN = ['way', 'sizes', 'colours', 'hand', 'empty', 'loose'];

const WAYS = STONE_WAYS.map(({ name, label, about }) => ({ value: name, label, title: about }));

/** Where rings have their centre, in shares of the sheet. */
function Centre({ fill }: Pick<Props, 'fill'>) {
  const { screen } = fill;
  const shared = (name: 'centreX' | 'centreY', label: string) => (
    <NumberField
      label={label}
      value={screen[name]}
      min={-1}
      max={2}
      step={0.01}
      normal={0.5}
      format={PERCENT}
      about="Where rings begin, of the sheet."
      onChange={(v) => edit(inFill(fill.id, (f) => ({ screen: { ...f.screen, [name]: v } })))}
    />
  );
  return (
    <div className="grid grid-cols-2 gap-x-4">
      {shared('centreX', 'Centre X')}
      {shared('centreY', 'Centre Y')}
    </div>
  );
}

/** How the stones of the chosen region are laid, and in what. */
export function RegionControls({ job, fill }: Props) {
  const own = fill.screen.stones;
  const change = (part: Partial<StoneSettings>) => edit(setStones(fill.id, part));
  const stencil = job.stencils.find((s) => s.id === fill.stencil) ?? null;
  const takesPicture = own.way === 'picture' || own.filling === 'tone' || own.colouring === 'picture';
  return (
    <section aria-label="The region" className="grid gap-1.5">
      <TextField
        label="Name of the region"
        value={fill.name}
        own
        onChange={(name) => edit(setFill(fill.id, { name }))}
      />
      <Choice<StoneSettings['way']>
        label="Laid"
        value={own.way}
        options={WAYS as never}
        onChange={(way) => change({ way })}
      />
      <p className="text-[11px] leading-tight text-muted">{STONE_WAYS.find((w) => w.name === own.way)?.about}</p>
      <TableChips
        label="Sizes"
        about={STONE_PARAMS.sizes.about}
        names={job.stones.sizes.map((s) => s.name)}
        chosen={own.sizes}
        onChange={(sizes) => change({ sizes })}
      />
      <TableChips
        label="Colours"
        about={STONE_PARAMS.colours.about}
        names={job.stones.colours.map((c) => c.name)}
        chosen={own.colours}
        colourOf={(name) => job.stones.colours.find((c) => c.name === name)?.colour ?? '#ffffff'}
        onChange={(colours) => change({ colours })}
      />
      <div className="grid gap-1">
        <ParamFields params={STONE_PARAMS} settings={own} without={OWN} change={change} />
        {own.way === 'around' && <Centre fill={fill} />}
      </div>
      <Fold title="Laid in" note={stencil?.name ?? 'the whole sheet'} open>
        <SelectField
          label="Outline"
          about="The stencil whose outlines the stones are laid in."
          value={fill.stencil ?? ''}
          options={[
            { name: '', label: 'the whole sheet' },
            ...job.stencils.map((s) => ({ name: s.id, label: s.name })),
          ]}
          onChange={(id) => edit(setFill(fill.id, { stencil: id || null }))}
        />
        {takesPicture && (
          <SelectField
            label="Picture"
            about="The picture that tones and colours are taken from."
            value={fill.feed.picture ?? ''}
            options={[{ name: '', label: 'none' }, ...job.pictures.map((p) => ({ name: p.id, label: p.name }))]}
            onChange={(id) => edit(setFeed(fill.id, { picture: id || null, part: 'colour' }))}
          />
        )}
        {stencil?.parts.map((part) => (
          <Fold key={part.id} title={partKindOf(part.kind).label} open={part.kind === 'lettering'}>
            <PartSettings job={job} fill={fill} stencil={stencil} part={part} />
          </Fold>
        ))}
      </Fold>
    </section>
  );
}
