import { INK_PARAMS, STONE_PARAMS } from '@chromatype/core';
import { Link, useLocation, useParams } from 'react-router';
import { setInk } from '../../../document/edits.ts';
import { setStones } from '../../../document/stones-edits.ts';
import { edit } from '../../../document/store.ts';
import { ParamField } from '../../../ui/ParamField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import type { ChainProps } from '../chain-props.ts';

/** How the stones of a fill are laid, in short; the Stones view has the rest. */
export function StoneControls({ pass, fill }: ChainProps) {
  const { id } = useParams();
  const { search } = useLocation();
  const own = fill.screen.stones;
  const field = (name: 'way' | 'gap') => (
    <ParamField
      param={STONE_PARAMS[name]}
      value={own[name]}
      onChange={(value) => edit(setStones(fill.id, { [name]: value }))}
    />
  );
  return (
    <div className="grid gap-1.5 pt-1.5">
      {field('way')}
      {field('gap')}
      <p className="flex justify-between gap-2" title={STONE_PARAMS.sizes.about}>
        <span>Sizes</span>
        <span className="truncate font-mono text-[10.5px]">{own.sizes.join(', ')}</span>
      </p>
      <SelectField
        label="Meets what is there"
        about={INK_PARAMS.meets.about}
        value={pass.ink.meets}
        options={INK_PARAMS.meets.options}
        onChange={(meets) => edit(setInk(pass.id, { meets: meets as typeof pass.ink.meets }))}
      />
      <Link to={`/jobs/${id}/stones${search}`} className="flex h-6 items-center underline">
        Open the Stones view
      </Link>
      <p className="text-[11px] leading-tight text-muted">
        All stones of the pass are laid together there: by outline, by picture and by hand, with their count and
        templates for cutting.
      </p>
    </div>
  );
}
