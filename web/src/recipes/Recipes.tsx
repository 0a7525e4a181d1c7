import type { Recipe } from '@chromatype/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { importRecipe, type KnownRecipe, useRecipes } from '../api/recipes.ts';
import { keepBefore } from '../api/versions.ts';
import { Header } from '../bench/Header.tsx';
import { SheetView } from '../bench/sheet/SheetView.tsx';
import { useBenchKeys } from '../bench/use-bench-keys.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { showWholeSheet } from '../bench/view-store.ts';
import { JobGate } from '../document/JobGate.tsx';
import { edit, undo, useOpenJob } from '../document/store.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { chooseFile } from '../ui/files.ts';
import { useFileDrop } from '../ui/use-file-drop.ts';
import { useSetParam } from '../ui/use-set-param.ts';
import type { Shown } from './find-recipes.ts';
import { MixRecipes } from './MixRecipes.tsx';
import { RecipeFacts } from './RecipeFacts.tsx';
import { leftOut } from './left-out.ts';
import { RecipeList } from './RecipeList.tsx';
import { SaveRecipe } from './SaveRecipe.tsx';
import { say } from './say.ts';
import { tried as triedOn, useTrial } from './use-trial.ts';

async function takeIn(files: readonly File[], onTaken: (id: string) => void): Promise<void> {
  for (const file of files) {
    try {
      const { id, name } = await importRecipe(file);
      toast.success(`The recipe ${name} is added.`);
      onTaken(id);
    } catch (error) {
      toast.error(`${file.name}: ${error instanceof Error ? error.message : error}`);
    }
  }
}

function OpenRecipes({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { pass, choose } = useChosen(job);
  useBenchKeys(job, pass, choose);
  const { known: all, unreadable } = useRecipes();
  const setParam = useSetParam();
  const [chosenId, setChosenId] = useState(() => new URLSearchParams(window.location.search).get('recipe'));
  const [typed, setTyped] = useState('');
  const [shown, setShown] = useState<Shown>('all');
  const [to, setTo] = useState<'job' | 'pass'>('job');
  const [triedId, setTriedId] = useState<string | null>(null);
  const target = to === 'pass' && pass ? pass.id : null;
  const { trial, fault, start, stop } = useTrial(job, target);
  const chosen = all.find((r) => r.id === chosenId);
  const over = useFileDrop((files) => void takeIn(files, choosing));

  function choosing(recipe: string): void {
    setChosenId(recipe);
    setParam('recipe', recipe);
  }
  function leave(): void {
    setTriedId(null);
    stop();
  }
  function take(recipe: Recipe): void {
    const made = triedOn(job, recipe, target);
    if (typeof made === 'string') {
      toast.error(made);
      return;
    }
    leave();
    keepBefore('before a recipe', job);
    edit(() => made);
    toast(`${recipe.name} is applied to ${target ? pass!.name : 'the job'}.`, {
      duration: 6000,
      action: { label: 'Undo', onClick: undo },
    });
  }
  function tryKnown(known: KnownRecipe): void {
    setTriedId(known.id);
    start(known.recipe);
  }

  const lost = trial ? leftOut(job, trial.job) : [];
  const says = trial
    ? `${trial.recipe.name}: tried on the sheet, not taken yet.${lost.length > 0 ? ` It does not print ${lost.join(', ')}; applied to one pass, it keeps the others.` : ''}`
    : (fault ?? 'Rest on a recipe to try it on the sheet; click it to apply it.');
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[400px_minmax(0,1fr)_256px]">
        <RecipeList
          job={job}
          all={all}
          unreadable={unreadable}
          typed={typed}
          shown={shown}
          chosen={chosen?.id ?? null}
          tried={triedId}
          onTyped={setTyped}
          onShown={setShown}
          onTry={tryKnown}
          onLeave={leave}
          onTake={(known) => take(known.recipe)}
          onChoose={choosing}
        />
        <div className="relative grid min-h-0 min-w-0 grid-rows-[minmax(0,1fr)_auto] [contain:strict]">
          <SheetView job={trial?.job ?? job} pass={null} viewOnly tried={trial !== null} />
          <p
            role="status"
            data-testid="recipe-trial"
            data-trying={trial ? 'yes' : 'no'}
            title={says}
            className={`flex h-[46px] items-center border-t border-ink bg-paper px-3 ${fault ? 'text-hot-text' : ''}`}
          >
            <span className="line-clamp-2">{says}</span>
          </p>
          {over && (
            <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
              Drop the recipe file to add it
            </p>
          )}
        </div>
        <div className="min-h-0 overflow-y-auto border-l border-ink bg-paper p-2.5">
          <div className="mb-2 grid border-b border-hairline pb-2.5">
            <Link
              to={`/jobs/${id}/match`}
              className="border border-ink px-2 py-0.5 text-center hover:bg-paper-2"
              title="Find the recipe of a printed piece in a scan of it"
            >
              Match a print
            </Link>
          </div>
          <div className="grid gap-1 border-b border-hairline pb-2.5">
            <span className="text-muted">A click applies to</span>
            <Choice<'job' | 'pass'>
              label="A click applies to"
              value={target ? 'pass' : 'job'}
              options={[
                { value: 'job', label: 'The whole job' },
                ...(pass ? [{ value: 'pass' as const, label: 'One pass' }] : []),
              ]}
              onChange={setTo}
            />
            {to === 'pass' && pass && (
              <select
                aria-label="Pass"
                value={pass.id}
                onChange={(e) => choose(e.target.value)}
                className="h-6 min-w-0 truncate border-b border-hairline bg-paper"
              >
                {job.passes.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </select>
            )}
          </div>
          {chosen && (
            <div className="grid gap-3 border-b border-hairline py-2.5">
              <RecipeFacts key={chosen.id} known={chosen} onCopied={choosing} />
              <MixRecipes
                key={`mix ${chosen.id}`}
                base={chosen}
                all={all}
                onTry={(recipe) => start(recipe, 0)}
                onTake={take}
                onSaved={choosing}
              />
            </div>
          )}
          <div className="border-b border-hairline py-2.5">
            <SaveRecipe job={job} onSaved={choosing} />
          </div>
          <div className="grid gap-1 pt-2.5">
            <Button
              onClick={() =>
                void chooseFile('.json,application/json')
                  .then((file) => file && takeIn([file], choosing))
                  .catch(say)
              }
            >
              Open a recipe file
            </Button>
          </div>
        </div>
      </main>
    </div>
  );
}

/** Looks without pictures: tried on the sheet, applied, mixed, saved and exchanged. */
export function RecipesPage() {
  const { id = '' } = useParams();
  return (
    <JobGate id={id} view="Recipes" onLeave={showWholeSheet}>
      <OpenRecipes id={id} />
    </JobGate>
  );
}
