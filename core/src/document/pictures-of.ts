import { bendPictures } from '../bend/bends.ts';
import { screenPictures } from '../screen/compile-screen.ts';
import { printingFills } from './fills.ts';
import { knockoutsOver, passesPushing, printsTaken } from './passes-read.ts';
import type { Job, Pass } from './types.ts';

type Held = Pick<Job, 'stencils' | 'passes'>;

/** Adds the ids of the pictures that a stencil looks at, by way of other stencils and passes too. */
function addStencil(job: Held, id: string, ids: Set<string>, seen: Set<string>): void {
  if (seen.has(`stencil ${id}`)) return;
  seen.add(`stencil ${id}`);
  for (const { on, settings } of job.stencils.find((s) => s.id === id)?.parts ?? []) {
    if (!on) continue;
    if (typeof settings.picture === 'string') ids.add(settings.picture);
    if (typeof settings.stencil === 'string') addStencil(job, settings.stencil, ids, seen);
    if (typeof settings.pass !== 'string') continue;
    const at = job.passes.findIndex((p) => p.id === settings.pass);
    const read = settings.source === 'print' ? job.passes.slice(0, at + 1) : job.passes.slice(at, at + 1);
    for (const pass of at < 0 ? [] : read) addPass(job, pass, ids, seen);
  }
}

/** The same of a pass, and of the passes whose prints it takes or which knock it out or push it. */
function addPass(job: Held, pass: Pass, ids: Set<string>, seen: Set<string>): void {
  const name = `pass ${pass.id}`;
  if (seen.has(name)) return;
  seen.add(name);
  const others = [...printsTaken(job, pass), ...knockoutsOver(job, pass), ...passesPushing(job, pass)];
  for (const other of others) addPass(job, other, ids, seen);
  for (const { feed, screen, bend, stencil } of printingFills(pass)) {
    if (feed.picture !== null && feed.part !== 'tint' && feed.from === 'picture') ids.add(feed.picture);
    for (const id of [...screenPictures(screen), ...bendPictures(bend)]) ids.add(id);
    if (stencil !== null) addStencil(job, stencil, ids, seen);
  }
}

/** Ids of the job's pictures that passes need to print: those of their feeds, their screens and their stencils. */
export function picturesOf(job: Held, passes: readonly Pass[]): ReadonlySet<string> {
  const ids = new Set<string>();
  const seen = new Set<string>();
  for (const pass of passes) addPass(job, pass, ids, seen);
  return ids;
}
