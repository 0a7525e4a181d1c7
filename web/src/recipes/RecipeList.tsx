import type { Job } from '@chromatype/core';
import type { KnownRecipe, UnreadableRecipe } from '../api/recipes.ts';
import { Choice } from '../ui/Choice.tsx';
import { SearchField } from '../ui/SearchField.tsx';
import { findRecipes, groupOf, inGroups, type Shown } from './find-recipes.ts';
import { RecipeCard } from './RecipeCard.tsx';

interface Props {
  readonly job: Job;
  readonly all: readonly KnownRecipe[];
  readonly unreadable: readonly UnreadableRecipe[];
  readonly typed: string;
  readonly shown: Shown;
  readonly chosen: string | null;
  readonly tried: string | null;
  onTyped(text: string): void;
  onShown(shown: Shown): void;
  onTry(known: KnownRecipe): void;
  onLeave(): void;
  onTake(known: KnownRecipe): void;
  onChoose(id: string): void;
}

const KINDS = [
  { value: 'all', label: 'All' },
  { value: 'own', label: 'Own' },
  { value: 'favourites', label: 'Favourites' },
] as const;

/** Recipes as prints of the artist's own picture, in groups, with a search over all their words. */
export function RecipeList(props: Props) {
  const { job, all, unreadable, typed, shown, chosen, tried, onTyped, onShown } = props;
  const found = findRecipes(all, typed, shown);
  const groups = [...new Set(all.map(groupOf))];
  return (
    <div className="grid h-full min-h-0 grid-rows-[auto_minmax(0,1fr)] border-r border-ink bg-paper">
      <div className="grid gap-2 border-b border-hairline p-2.5">
        <SearchField label="Search recipes" hint="Name, ink, stock, tag …" value={typed} onChange={onTyped} />
        <div className="flex items-center justify-between gap-2">
          <Choice
            label="Which recipes"
            dense
            value={typeof shown === 'string' ? shown : 'group'}
            options={KINDS}
            onChange={(next) => onShown(next as 'all' | 'own' | 'favourites')}
          />
          <select
            aria-label="Group"
            value={typeof shown === 'string' ? '' : shown.group}
            onChange={(e) => onShown(e.target.value === '' ? 'all' : { group: e.target.value })}
            className="h-6 min-w-0 flex-1 truncate border-b border-hairline bg-paper"
          >
            <option value="">Every group</option>
            {groups.map((group) => (
              <option key={group}>{group}</option>
            ))}
          </select>
        </div>
      </div>
      <div className="min-h-0 overflow-y-auto p-2.5" data-testid="recipe-list">
        {found.length === 0 && (
          <p className="text-muted">
            {shown === 'own' && typed === ''
              ? 'No recipe of your own yet: save the look of this job on the right, or open a recipe file.'
              : 'No recipe has all of these words.'}
          </p>
        )}
        {inGroups(found).map(([group, members]) => (
          <section key={group} aria-label={group} className="pb-3">
            <h2 className="pb-1 text-[11px] font-normal text-muted">{group}</h2>
            <ul className="grid grid-cols-[repeat(3,116px)] gap-x-2 gap-y-1.5">
              {members.map((known) => (
                <RecipeCard
                  key={known.id}
                  job={job}
                  known={known}
                  chosen={known.id === chosen}
                  tried={known.id === tried}
                  onTry={() => props.onTry(known)}
                  onLeave={props.onLeave}
                  onTake={() => props.onTake(known)}
                  onChoose={() => props.onChoose(known.id)}
                />
              ))}
            </ul>
          </section>
        ))}
        {unreadable.map(({ id, name, unreadable: why }) => (
          <p key={id} role="alert" className="pb-1 text-hot-text">
            {name}: {why}
          </p>
        ))}
      </div>
    </div>
  );
}
