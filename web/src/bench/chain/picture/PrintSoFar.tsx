import type { Fill, Pass } from '@chromatype/core';
import { setFeed } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { SelectField } from '../../../ui/SelectField.tsx';

interface Props {
  readonly fill: Fill;
  /** The passes beneath its own, in print order. */
  readonly beneath: readonly Pass[];
}

/** How much of the print so far a fill takes. */
export function PrintSoFar({ fill, beneath }: Props) {
  const last = beneath.at(-1);
  return (
    <div className="grid gap-1.5">
      <SelectField
        label="Up to"
        about="The last pass that the print so far holds."
        value={fill.feed.upTo ?? ''}
        options={[
          { name: '', label: `the one beneath${last ? ` (${last.name})` : ''}` },
          ...beneath.map(({ id, name }) => ({ name: id, label: name })),
        ]}
        onChange={(upTo) => edit(setFeed(fill.id, { upTo: upTo || null }))}
      />
      <p className="text-[11px] leading-tight text-muted">
        The passes that print beneath, in their inks on the plain stock. Give the fill a stencil to screen a part of it
        alone.
      </p>
    </div>
  );
}
