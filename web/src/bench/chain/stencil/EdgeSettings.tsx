import { EDGE_PARAMS, type EdgeSettings as Edges, type Param, type Stencil } from '@chromatype/core';
import { setEdges } from '../../../document/stencil-edits.ts';
import { edit } from '../../../document/store.ts';
import { ParamField } from '../../../ui/ParamField.tsx';

/** What is done to the edge of a stencil, in few words. */
export function edgeNote(edges: Edges): string {
  const used = Object.entries(EDGE_PARAMS).filter(([name, param]) => edges[name as keyof Edges] !== param.normal);
  return used.length === 0 ? 'as drawn' : used.map(([, { label }]) => label.toLowerCase()).join(', ');
}

export function EdgeSettings({ stencil }: { readonly stencil: Stencil }) {
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-0.5">
      {Object.entries<Param>(EDGE_PARAMS).map(([name, param]) => (
        <div key={name} className={param.kind !== 'number' || param.label.length > 9 ? 'col-span-2' : ''}>
          <ParamField
            param={param}
            value={stencil.edges[name as keyof Edges]}
            onChange={(value) => edit(setEdges(stencil.id, { [name]: value }))}
          />
        </div>
      ))}
    </div>
  );
}
