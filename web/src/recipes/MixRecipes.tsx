import { MIXED_PARTS, type MixedPart, mixRecipes, type Recipe } from '@chromatype/core';
import { useState } from 'react';
import { type KnownRecipe, saveRecipe } from '../api/recipes.ts';
import { Button } from '../ui/Button.tsx';
import { groupOf, inGroups } from './find-recipes.ts';
import { say } from './say.ts';

interface Props {
  readonly base: KnownRecipe;
  readonly all: readonly KnownRecipe[];
  onTry(recipe: Recipe): void;
  onTake(recipe: Recipe): void;
  onSaved(id: string): void;
}

/** Takes parts of the chosen recipe from another one; the sheet shows the mixture. */
export function MixRecipes({ base, all, onTry, onTake, onSaved }: Props) {
  const others = all.filter((r) => r.id !== base.id);
  const [otherId, setOtherId] = useState('');
  const [parts, setParts] = useState<readonly MixedPart[]>(['inks']);
  const other = others.find((r) => r.id === otherId);
  const mixed = (from = other, taken = parts): Recipe | null =>
    from ? mixRecipes(base.recipe, from.recipe, taken) : null;
  const tryIt = (recipe: Recipe | null) => recipe && onTry(recipe);

  const toggle = (part: MixedPart, on: boolean) => {
    const next = on ? [...parts, part] : parts.filter((p) => p !== part);
    setParts(next);
    tryIt(mixed(other, next));
  };
  const made = mixed();
  return (
    <section aria-label="Mix" className="grid gap-1.5">
      <h2 className="text-[14px]">Mix {base.recipe.name} with</h2>
      <select
        aria-label="The other recipe"
        value={otherId}
        onChange={(e) => {
          setOtherId(e.target.value);
          tryIt(mixed(others.find((r) => r.id === e.target.value)));
        }}
        className="h-6 min-w-0 truncate border-b border-hairline bg-paper"
      >
        <option value="">Choose a recipe</option>
        {inGroups(others).map(([group, members]) => (
          <optgroup key={group} label={group}>
            {members.map((r) => (
              <option key={r.id} value={r.id}>
                {r.recipe.name}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
      <fieldset className="flex flex-wrap gap-x-3 gap-y-0.5">
        <legend className="pb-0.5 text-muted">Take from it</legend>
        {MIXED_PARTS.map(({ name, label, about }) => (
          <label key={name} className="flex items-center gap-1" title={about}>
            <input type="checkbox" checked={parts.includes(name)} onChange={(e) => toggle(name, e.target.checked)} />
            {label}
          </label>
        ))}
      </fieldset>
      <div className="flex gap-1.5">
        <Button className="px-2" disabled={!made} onClick={() => made && onTake(made)}>
          Apply the mixture
        </Button>
        <Button
          className="px-2"
          disabled={!made}
          onClick={() => made && void saveRecipe({ ...made, group: groupOf(base) }).then((r) => onSaved(r.id), say)}
        >
          Save it
        </Button>
      </div>
    </section>
  );
}
