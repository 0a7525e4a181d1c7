import type { Fill, Job, Mark, Pass, StencilPart, Stroke } from '@chromatype/core';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { beginGroup, endGroup, useOpenJob } from '../../document/store.ts';
import { enginePool } from '../../engine/pool.ts';
import { withPoint } from '../tools/strokes.ts';
import {
  changePart,
  chosenPart,
  floodSeed,
  floodSource,
  layPart,
  markPoint,
  marksTo,
  markWidth,
  nextPart,
  subjectSource,
} from './draw-parts.ts';
import { type At, type Trace, tracesTo } from './drawing.ts';
import { useStencilTools } from './stencil-tools.ts';

/** A flood of more than this share of what it runs in found no outline. */
const ALL = 0.9995;

/** A stroke over several areas: where it began, in shares of what is flooded. */
interface FloodStroke {
  from: readonly [number, number] | null;
}

function brushTo(fill: Fill, at: At, first: boolean): void {
  const { brush } = useStencilTools.getState();
  const known = chosenPart(fill.id, 'brush');
  const strokes = (known?.settings.strokes ?? []) as readonly Stroke<'paint' | 'erase'>[];
  const next = withPoint(strokes, first ? { ...brush, strength: 1 } : null, at.x, at.y, at.pressure);
  if (known) changePart(fill.id, known.id, { strokes: next });
  else layPart(fill.id, nextPart('brush', { strokes: next }));
}

/** What a flood of a fill runs in and how: as its part says, or as a new one would. */
function floodSettings(job: Job, pass: Pass, fill: Fill): StencilPart['settings'] | null {
  const known = chosenPart(fill.id, 'flood');
  if (known) return known.settings;
  const source = floodSource(job, pass, fill);
  return source && nextPart('flood', source).settings;
}

/** Has a flood looked up where the pointer is, one place at a time; `null`: on the most frequent colour. */
async function floodNear(pass: Pass, fill: Fill, at: At | null): Promise<void> {
  const { job } = useOpenJob.getState();
  const settings = job && floodSettings(job, pass, fill);
  if (!settings) return;
  const seed = at && floodSeed(job, settings, at.x, at.y);
  if (seed || !at) await enginePool().sampler.prepareFlood(job, settings as never, seed);
}

/** Floods from one place of a stroke, if that adds anything. */
async function floodFrom(pass: Pass, fill: Fill, at: At, stroke: FloodStroke): Promise<void> {
  const { job } = useOpenJob.getState();
  if (!job) return;
  const known = chosenPart(fill.id, 'flood');
  const settings = known?.settings ?? floodSource(job, pass, fill);
  if (!settings) {
    toast('There is nothing to flood in: add a picture, or a pass under this one.');
    return;
  }
  const seed = floodSeed(job, settings, at.x, at.y);
  if (!seed) return;
  const seeds = [...((settings.seeds as readonly number[] | undefined) ?? []), ...seed];
  const part = known ?? nextPart('flood', { ...settings, seeds });
  const tried = { ...part.settings, seeds } as never;
  const { share, adds } = await enginePool().sampler.floodClick(job, tried, stroke.from);
  stroke.from ??= seed;
  if (share > ALL) toast('Nothing on this page stops the flood, so it would cover all of it; nothing was changed.');
  else if (adds && known) changePart(fill.id, known.id, { seeds });
  else if (adds) layPart(fill.id, part);
}

/** What brush, flood and rough strokes do with the points of a stroke. */
export interface Strokes {
  brushTo(at: At, first: boolean): void;
  floodTo(at: At, first: boolean): void;
  markTo(at: At, first: boolean): void;
  /** The pointer comes near a place with nothing pressed, or (`null`) the tool is taken. */
  floodNear(at: At | null): void;
  /** The hand was lifted. */
  end(): void;
  /** Rough strokes that were drawn since the tool was taken. */
  readonly traces: readonly Trace[];
  forgetTraces(): void;
}

export function useStrokes(job: Job, pass: Pass, fill: Fill): Strokes {
  const [traces, setTraces] = useState<readonly Trace[]>([]);
  /** Marks of a subject that is no part yet, since only one kind of them is there. */
  const pending = useRef<readonly Mark[]>([]);
  /** Places that wait to be flooded: each goes on from what those before it have covered. */
  const flooding = useRef<Promise<void>>(Promise.resolve());
  const stroke = useRef<FloodStroke | null>(null);
  /** Whether a place that the pointer is near is being looked up, and the newest one that waits. */
  const nearing = useRef<{ busy: boolean; next: At | null }>({ busy: false, next: null });

  function lookNear(at: At | null): void {
    const own = nearing.current;
    if (own.busy) {
      own.next = at;
      return;
    }
    own.busy = true;
    floodNear(pass, fill, at)
      .catch(() => {})
      .finally(() => {
        own.busy = false;
        const { next } = own;
        own.next = null;
        if (next) lookNear(next);
      });
  }

  function markTo(at: At, first: boolean): void {
    const { mark, markSize } = useStencilTools.getState();
    const known = chosenPart(fill.id, 'subject');
    const settings = known?.settings ?? subjectSource(job, fill);
    if (!settings) {
      toast('A subject is found in a photograph or drawing of your own: add one first.');
      return;
    }
    const point = markPoint(job, settings, at.x, at.y);
    if (!point) return;
    setTraces((old) => tracesTo(old, { does: mark, size: markSize }, at, first));
    const held = known ? (known.settings.marks as readonly Mark[]) : pending.current;
    const size = markWidth(job, settings, markSize);
    const begun: Mark = { does: mark, size, hardness: 1, strength: 1, points: [...point, 1] };
    const marks = first ? [...held, begun] : marksTo(held, point);
    if (known) {
      changePart(fill.id, known.id, { marks });
      return;
    }
    pending.current = marks;
    const both = marks.some((m) => m.does === 'subject') && marks.some((m) => m.does === 'behind');
    if (!both || first) return;
    layPart(fill.id, nextPart('subject', { ...settings, marks }));
    pending.current = [];
  }

  return {
    brushTo: (at, first) => brushTo(fill, at, first),
    floodTo(at, first) {
      if (first) {
        stroke.current = { from: null };
        beginGroup();
      }
      const own = stroke.current!;
      flooding.current = flooding.current
        .then(() => floodFrom(pass, fill, at, own))
        .catch((error: unknown) => console.error(error));
    },
    markTo,
    floodNear: lookNear,
    end() {
      // A stroke over several areas is one step for undo, however long they take to be found.
      if (stroke.current) void flooding.current.then(endGroup);
      stroke.current = null;
    },
    traces,
    forgetTraces() {
      setTraces([]);
      pending.current = [];
    },
  };
}
