import { LENGTHS, type Lengths, type Recipe } from '@chromatype/core';
import { toast } from 'sonner';
import {
  deleteRecipe,
  type KnownRecipe,
  recipeFileUrl,
  replaceRecipe,
  restoreRecipe,
  saveRecipe,
} from '../api/recipes.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { TextField } from '../ui/TextField.tsx';
import { say } from './say.ts';

/** Tags as they are typed, divided by commas. */
export const tagsOf = (text: string): string[] => [
  ...new Set(
    text
      .split(',')
      .map((tag) => tag.trim().slice(0, 40))
      .filter(Boolean),
  ),
];

interface Props {
  readonly known: KnownRecipe;
  onCopied(id: string): void;
}

/** What is known of the chosen recipe; the studio's own can be changed. */
export function RecipeFacts({ known, onCopied }: Props) {
  const { id, recipe, shipped } = known;
  const change = (part: Partial<Recipe>) => void replaceRecipe(id, { ...recipe, ...part }).catch(say);

  async function remove(): Promise<void> {
    await deleteRecipe(id);
    const action = { label: 'Undo', onClick: () => void restoreRecipe(id).catch(say) };
    toast(`The recipe ${recipe.name} was deleted.`, { duration: 10_000, action });
  }

  return (
    <section aria-label={`About ${recipe.name}`} className="grid gap-2">
      {shipped ? (
        <h2 className="text-[14px]">{recipe.name}</h2>
      ) : (
        <TextField
          label="Name of the recipe"
          value={recipe.name}
          own
          onChange={(name) => change({ name })}
          className="font-head text-[14px] font-bold"
        />
      )}
      {shipped ? (
        <p className="text-muted">{recipe.note}</p>
      ) : (
        <div className="grid grid-cols-[52px_1fr] items-center gap-x-2 gap-y-1">
          <span className="text-muted">Note</span>
          <TextField label="Note" value={recipe.note} own onChange={(note) => change({ note })} />
          <span className="text-muted">Group</span>
          <TextField
            label="Group"
            value={recipe.group}
            own
            onChange={(group) => change({ group: group.slice(0, 60) })}
          />
          <span className="text-muted">Tags</span>
          <TextField
            label="Tags"
            value={recipe.tags.join(', ')}
            own
            onChange={(text) => change({ tags: tagsOf(text) })}
          />
        </div>
      )}
      {shipped && recipe.tags.length > 0 && <p className="text-[11px] text-muted">{recipe.tags.join(' · ')}</p>}
      <ul aria-label="Inks of the recipe" className="grid gap-0.5">
        {recipe.job.passes.map((pass) => (
          <li key={pass.id} className="flex items-center gap-1.5">
            <span className="h-3 w-3 shrink-0 border border-hairline" style={{ background: pass.ink.colour }} />
            <span className="truncate" title={pass.name} data-own>
              {pass.name}
            </span>
          </li>
        ))}
        {recipe.stock && (
          <li className="flex items-center gap-1.5 text-muted">
            <span
              className="h-3 w-3 shrink-0 border border-hairline"
              style={{ background: recipe.job.sheet.stock.colour }}
            />
            on {recipe.job.sheet.stock.name}
          </li>
        )}
      </ul>
      <div className="flex items-center justify-between gap-2">
        <span className="text-muted">Dots</span>
        {shipped ? (
          <span>{LENGTHS.find((l) => l.name === recipe.lengths)!.label.toLowerCase()}</span>
        ) : (
          <Choice<Lengths>
            label="Dots"
            dense
            value={recipe.lengths}
            options={LENGTHS.map((l) => ({ value: l.name, label: l.label, title: l.about }))}
            onChange={(lengths) => change({ lengths })}
          />
        )}
      </div>
      <div className="flex flex-wrap gap-1.5">
        <a
          href={recipeFileUrl(id)}
          download
          className="inline-flex h-[26px] items-center border border-ink px-2 font-semibold hover:bg-paper-2"
        >
          Export
        </a>
        <Button
          className="px-2"
          onClick={() =>
            void saveRecipe({ ...recipe, name: `${recipe.name} copy`.slice(0, 200) }).then((r) => onCopied(r.id), say)
          }
        >
          Make a copy
        </Button>
        {!shipped && (
          <Button className="px-2" onClick={() => void remove().catch(say)}>
            Delete
          </Button>
        )}
      </div>
    </section>
  );
}
