import { FINISH_KINDS, GROUND_PARAMS, type Job, type Sheet } from '@chromatype/core';
import { newId, setStockPicture } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { Button } from '../../ui/Button.tsx';
import { chooseFile, PICTURE_FILES } from '../../ui/files.ts';
import { Fold } from '../../ui/Fold.tsx';
import { ParamFields } from '../../ui/ParamFields.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { SwitchField } from '../../ui/SwitchField.tsx';
import { sendPicture } from '../add-picture.ts';
import { CropControls } from './picture/EditControls.tsx';

/** Changes a sheet: the texture, picture and finish of its stock are part of it. */
type Change = (part: Partial<Sheet>) => void;

/** Lets a picture of the artist's own stock be chosen; it covers the sheet, and no pass takes it. */
async function addStockPicture(): Promise<void> {
  const file = await chooseFile(PICTURE_FILES);
  const stored = file && (await sendPicture(file));
  if (stored) edit(setStockPicture(newId(), stored));
}

/** What the stock shows besides its colour and texture: a run of colours, or a picture of the artist's own. */
export function GroundControls({ job, change }: { readonly job: Job; readonly change: Change }) {
  const { ground } = job.sheet;
  const set = (part: Readonly<Record<string, unknown>>) => change({ ground: { ...ground, ...part } });
  const picture = job.pictures.find((p) => p.id === ground.picture);
  const note = [ground.run !== 'flat' && 'a run', picture && 'a picture'].filter(Boolean).join(', ') || 'plain';
  return (
    <>
      <SwitchField
        label={GROUND_PARAMS.shown.label}
        about={GROUND_PARAMS.shown.about}
        value={ground.shown}
        onChange={(shown) => set({ shown })}
      />
      <Fold title="Ground" note={note}>
        <SelectField
          label={GROUND_PARAMS.picture.label}
          about={GROUND_PARAMS.picture.about}
          value={ground.picture ?? ''}
          options={[
            { name: '', label: job.pictures.length > 0 ? 'none' : 'add a picture first' },
            ...job.pictures.map(({ id, name }) => ({ name: id, label: name })),
          ]}
          onChange={(id) => set({ picture: id || null })}
        />
        <Button onClick={() => void addStockPicture()}>Add a picture of the stock</Button>
        {picture && !picture.made && <CropControls picture={picture} />}
        <ParamFields params={GROUND_PARAMS} settings={ground} without={['shown', 'picture']} change={set} />
      </Fold>
    </>
  );
}

/** What happened to the finished print, one fold for each kind. */
export function FinishControls({ sheet, change }: { readonly sheet: Sheet; readonly change: Change }) {
  return FINISH_KINDS.map(({ name, label, about, params }) => {
    const own = sheet.finish[name] as Readonly<Record<string, unknown>> & { readonly on: boolean };
    const set = (part: Readonly<Record<string, unknown>>) =>
      change({ finish: { ...sheet.finish, [name]: { ...own, ...part } } });
    return (
      <Fold key={name} title={label} note={own.on ? 'on' : 'off'}>
        <p className="text-[11px] leading-tight text-muted">{about}</p>
        <ParamFields params={params} settings={own} change={set} />
      </Fold>
    );
  });
}
