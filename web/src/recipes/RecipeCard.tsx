import type { Job } from '@chromatype/core';
import { Info, Star } from 'lucide-react';
import { useMemo } from 'react';
import { type KnownRecipe, likeRecipe } from '../api/recipes.ts';
import { enginePool } from '../engine/pool.ts';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';
import { pictureKey } from './picture-key.ts';
import { say } from './say.ts';

/** Width of the print on a card, in CSS pixels. */
export const CARD_WIDTH = 116;

interface Props {
  readonly job: Job;
  readonly known: KnownRecipe;
  readonly chosen: boolean;
  /** It is tried on the sheet now. */
  readonly tried: boolean;
  onTry(): void;
  onLeave(): void;
  onTake(): void;
  onChoose(): void;
}

/** Small buttons over a print: in sight while the pointer or the focus is on the card. */
const MARK =
  'grid h-6 w-6 place-items-center bg-paper text-ink opacity-0 group-focus-within:opacity-100 group-hover:opacity-100 hover:text-hot-text';

/** A recipe printed on the artist's own picture. Resting on it tries it, a click takes it. */
export function RecipeCard({ job, known, chosen, tried, onTry, onLeave, onTake, onChoose }: Props) {
  const { id, recipe, favourite, stamp } = known;
  const key = useMemo(() => pictureKey(job), [job]);
  const width = Math.round(CARD_WIDTH * Math.min(2, devicePixelRatio));
  return (
    <li
      className="group relative w-[116px]"
      data-recipe={id}
      data-tried={tried || undefined}
      onPointerEnter={onTry}
      onPointerLeave={onLeave}
    >
      <button
        type="button"
        onClick={onTake}
        onFocus={onTry}
        onBlur={onLeave}
        aria-label={`Apply ${recipe.name}`}
        title={`${recipe.name}: ${recipe.note || 'no note'}\nRest here to try it on the sheet, click to apply it.`}
        className={`block w-full bg-surround p-1 text-left outline-offset-0 hover:outline-2 hover:outline-hot focus-visible:outline-2 focus-visible:outline-hot ${chosen ? 'outline-2 outline-ink' : ''}`}
      >
        <span className="grid h-[86px] place-items-center overflow-hidden">
          <SampleCanvas
            make={() => enginePool().sampler.recipe(job, recipe, width)}
            watch={`${id} ${stamp} ${key}`}
            label={`${recipe.name} on your picture`}
            whenSeen
            className="max-h-full max-w-full object-contain"
          />
        </span>
      </button>
      <p className="truncate text-[11.5px]" title={recipe.name} data-own>
        {recipe.name}
      </p>
      <div className="absolute top-1 right-1 flex">
        <button
          type="button"
          aria-label={favourite ? `${recipe.name} is a favourite` : `Make ${recipe.name} a favourite`}
          aria-pressed={favourite}
          title="Favourite"
          className={`${MARK} aria-pressed:text-hot-text aria-pressed:opacity-100`}
          onClick={() => void likeRecipe(id, !favourite).catch(say)}
        >
          <Star size={12} aria-hidden fill={favourite ? 'currentColor' : 'none'} />
        </button>
        <button
          type="button"
          aria-label={`About ${recipe.name}`}
          aria-pressed={chosen}
          title="About this recipe: rename, mix, export"
          className={`${MARK} aria-pressed:opacity-100`}
          onClick={onChoose}
        >
          <Info size={12} aria-hidden />
        </button>
      </div>
    </li>
  );
}
