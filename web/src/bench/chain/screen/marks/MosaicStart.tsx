import { type Fill, mosaicSettings, RELIEF_KINDS } from '@chromatype/core';
import { setFeed } from '../../../../document/edits.ts';
import { setMarks } from '../../../../document/screen-edits.ts';
import { edit } from '../../../../document/store.ts';
import { Button } from '../../../../ui/Button.tsx';

/** Makes a mosaic of the marks in one step: whole cells in colours of a palette, as pieces of a form. */
export function MosaicStart({ fill }: { readonly fill: Fill }) {
  const { colour } = fill.screen.marks;
  return (
    <fieldset>
      <legend className="pb-1 text-[11px] text-muted">Make a mosaic of</legend>
      <div className="flex flex-wrap gap-1">
        {RELIEF_KINDS.map(({ name, label, about }) => (
          <Button
            key={name}
            className="px-2!"
            title={about}
            onClick={() =>
              edit((job) =>
                setFeed(fill.id, { part: 'colour' })(
                  setMarks(fill.id, { ...mosaicSettings(name), colour: colour === 'ink' ? 'palette' : colour })(job),
                ),
              )
            }
          >
            {label}s
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
