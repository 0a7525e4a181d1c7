import { useState } from 'react';
import type { KnownRecipe } from '../api/recipes.ts';
import { findRecipes, inGroups } from '../recipes/find-recipes.ts';
import { SearchField } from '../ui/SearchField.tsx';

interface Props {
  readonly all: readonly KnownRecipe[];
  readonly chosen: ReadonlySet<string>;
  choose(id: string, on: boolean): void;
}

/** Recipes to tick, by their names and groups. */
export function RecipeChoice({ all, chosen, choose }: Props) {
  const [typed, setTyped] = useState('');
  const found = findRecipes(all, typed, 'all');
  return (
    <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
      <SearchField
        label="Search recipes"
        hint="Name, ink, stock, tag …"
        value={typed}
        onChange={setTyped}
        className="px-2.5 py-1.5"
      />
      <div className="min-h-0 overflow-y-auto px-2.5 py-2">
        {inGroups(found).map(([group, members]) => (
          <fieldset key={group} className="pb-2">
            <legend className="text-[11px] text-muted">{group}</legend>
            {members.map(({ id, recipe }) => (
              <label key={id} className="flex items-center gap-1.5 py-0.5" title={recipe.note}>
                <input type="checkbox" checked={chosen.has(id)} onChange={(e) => choose(id, e.target.checked)} />
                <span className="flex" aria-hidden>
                  {recipe.job.passes.slice(0, 5).map((pass) => (
                    <span
                      key={pass.id}
                      className="h-3 w-2 border border-hairline"
                      style={{ background: pass.ink.colour }}
                    />
                  ))}
                </span>
                <span className="truncate" data-own>
                  {recipe.name}
                </span>
              </label>
            ))}
          </fieldset>
        ))}
      </div>
    </div>
  );
}
