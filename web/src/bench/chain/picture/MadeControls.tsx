import { madeKind, type Picture } from '@chromatype/core';
import { renamePicture, setMade } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { ParamField } from '../../../ui/ParamField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { FontChoice, ImportedOutline } from './OutlineSources.tsx';

type Settings = Readonly<Record<string, unknown>>;

/** Controls of a picture that is made here: one for every setting its table has. */
export function MadeControls({ picture }: { readonly picture: Picture }) {
  const made = picture.made!;
  const kind = madeKind(made.kind);
  const settings = made.settings as Settings;
  const change = (part: Settings) => edit(setMade(picture.id, part));
  return (
    <div className="grid gap-1">
      <TextField
        label="Name of the picture"
        value={picture.name}
        onChange={(name) => edit(renamePicture(picture.id, name))}
      />
      {Object.entries(kind.params)
        .filter(([, param]) => param.when?.(settings) ?? true)
        .map(([name, param]) => (
          <ParamField key={name} param={param} value={settings[name]} onChange={(value) => change({ [name]: value })} />
        ))}
      {made.kind === 'lettering' && (
        <FontChoice settings={settings} aspect={picture.width / picture.height} change={change} />
      )}
      {made.kind === 'shape' && <ImportedOutline change={change} />}
    </div>
  );
}
