import { BENT_PICTURE_PARAMS, type Fill } from '@chromatype/core';
import { setBending } from '../../../document/bend-edits.ts';
import { edit } from '../../../document/store.ts';
import { Fold } from '../../../ui/Fold.tsx';
import { ParamFields } from '../../../ui/ParamFields.tsx';

const WORDS: Readonly<Record<string, string>> = { none: 'sharp', spin: 'spin', zoom: 'zoom', straight: 'straight' };

/** How the picture of a fill is softened by a motion, and what lies beyond its edges. */
export function BentPicture({ fill }: { readonly fill: Fill }) {
  const { bending } = fill;
  return (
    <Fold title="The picture" note={`${WORDS[bending.motion]}, edges ${bending.edges}`}>
      <ParamFields params={BENT_PICTURE_PARAMS} settings={bending} change={(part) => edit(setBending(fill.id, part))} />
    </Fold>
  );
}
