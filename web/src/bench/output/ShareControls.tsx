import { type Job, type OutputName, SHARE_PARAMS } from '@chromatype/core';
import { setShare } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { Choice } from '../../ui/Choice.tsx';
import { ParamFields } from '../../ui/ParamFields.tsx';

const { by, ground } = SHARE_PARAMS;
const choices = (options: readonly { readonly name: string; readonly label: string; readonly about: string }[]) =>
  options.map(({ name, label, about }) => ({ value: name, label, title: about }));

/** How large a shared picture is, what it shows, and how much of it is kept. */
export function ShareControls({ job, kind }: { readonly job: Job; readonly kind: OutputName }) {
  const { share } = job;
  const lossless = kind === 'share-png';
  return (
    <section aria-label="Picture to share" className="grid gap-1 border-t border-hairline pt-2">
      <Choice
        label={by.label}
        value={share.by}
        options={choices(by.options)}
        onChange={(v) => edit(setShare({ by: v }))}
      />
      <ParamFields
        params={SHARE_PARAMS}
        settings={share}
        without={['by', 'ground', ...(lossless ? ['quality'] : [])]}
        change={(part) => edit(setShare(part))}
      />
      {kind !== 'share-jpeg' && (
        <Choice
          label={ground.label}
          value={share.ground}
          options={choices(ground.options)}
          onChange={(v) => edit(setShare({ ground: v }))}
        />
      )}
    </section>
  );
}
