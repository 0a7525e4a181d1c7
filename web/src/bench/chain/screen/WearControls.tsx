import { type Fill, isWorn, type Param, WEAR_PARAMS } from '@chromatype/core';
import { setWear } from '../../../document/edits.ts';
import { edit } from '../../../document/store.ts';
import { Fold } from '../../../ui/Fold.tsx';
import { ParamField } from '../../../ui/ParamField.tsx';

/** What is worn, in few words. */
function wearNote({ wear }: Fill): string {
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const worn = (['chips', 'scratches', 'starved'] as const).filter((kind) => wear[kind] > 0);
  return worn.length > 0 ? worn.map((kind) => `${kind} ${percent(wear[kind])}`).join(', ') : 'none';
}

/** How worn the marks of a fill are, whatever its screen. */
export function WearControls({ fill }: { readonly fill: Fill }) {
  return (
    <Fold title="Wear" note={wearNote(fill)} open={isWorn(fill.wear)}>
      <div className="grid grid-cols-2 gap-x-4 gap-y-0.5">
        {Object.entries<Param>(WEAR_PARAMS).map(([name, param]) => (
          <ParamField
            key={name}
            param={param}
            value={fill.wear[name as keyof typeof fill.wear]}
            onChange={(value) => edit(setWear(fill.id, { [name]: value }))}
          />
        ))}
      </div>
    </Fold>
  );
}
