import { applyRecipe, createJob, filePicture, fillOf, type Job, shippedRecipes, withFill } from '@chromatype/core';
import { leftOut } from '../src/recipes/left-out.ts';

const recipe = shippedRecipes().find(({ id }) => id === 'duplicator-red-and-blue')!.recipe;

/** A cover: a still life below, a headline of its own ink above. */
function cover(): Job {
  const base = createJob('Cover', 'p');
  const pass = base.passes[0]!;
  const file = (id: string) =>
    filePicture({ id, name: `${id}.png`, hash: id.repeat(64).slice(0, 64), width: 10, height: 10 });
  const taking = (id: string, picture: string) => ({
    ...withFill(pass, { id: `f${id}`, feed: { ...fillOf(pass).feed, picture } }),
    id,
  });
  return { ...base, pictures: [file('a'), file('b')], passes: [taking('p', 'a'), taking('q', 'b')] };
}
const ids = () => {
  let n = 0;
  return () => `n${n++}`;
};

test('a recipe for the whole job with one place for a picture leaves the second one out, and that is told', () => {
  const job = cover();
  expect(leftOut(job, applyRecipe(job, recipe, { pass: null, newId: ids() }))).toEqual(['b.png']);
});

test('applied to one pass it keeps the others, and the same job leaves nothing out', () => {
  const job = cover();
  expect(leftOut(job, applyRecipe(job, recipe, { pass: 'p', newId: ids() }))).toEqual([]);
  expect(leftOut(job, job)).toEqual([]);
});
