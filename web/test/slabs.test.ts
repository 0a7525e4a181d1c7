import { BEND_NAMES, createJob, type Job, newBend, sheetPixels, withFill } from '@chromatype/core';
import fc from 'fast-check';
import { BLOCK_HEIGHT } from '../src/engine/sheet-engine.ts';
import { drawnView, nextCoarse, nudged, slabsOf, warmingPictures } from '../src/preview/slabs.ts';

const job = createJob('x', 'p');
/** A new push has no strokes that could be dragged. */
const STILL = ['push'];
const request = (view: { scale: number; originX: number; originY: number }, stage: 'first' | 'settled') => ({
  job,
  view: { width: 900, height: 640, ...view },
  asked: 0,
  asking: 'changed' as const,
  stage,
});

const views = fc.record({
  scale: fc.oneof(fc.double({ min: 0.02, max: 0.99, noNaN: true }), fc.integer({ min: 1, max: 16 })),
  originX: fc.integer({ min: -400, max: 3000 }),
  originY: fc.integer({ min: -400, max: 3000 }),
});

describe('slabs', () => {
  test('below 1:1 cover every display row in sight once, whoever makes it', () => {
    fc.assert(
      fc.property(
        views,
        fc.constantFrom('first' as const, 'settled' as const),
        fc.integer({ min: 1, max: 4 }),
        (view, stage, workers) => {
          fc.pre(view.scale < 1);
          const slabs = slabsOf(request(view, stage), workers).flat();
          const rows = slabs
            .flatMap((s) => Array.from({ length: s.rows }, (_, k) => s.first + k))
            .sort((a, b) => a - b);
          // Each display row by itself: what it covers of the sheet, and whether a column of it does too.
          const { width, height } = sheetPixels(job.sheet);
          const overlaps = (from: number, to: number, origin: number, side: number) =>
            (to + origin) / view.scale > 0 && (from + origin) / view.scale < side;
          const across = overlaps(0, 900, view.originX, width);
          const sure = Array.from({ length: 640 }, (_, y) => y).filter(
            (y) => across && overlaps(y, y + 1, view.originY, height),
          );
          // A row beside them may be asked for too, since whole sheet pixels are seen; none is asked for twice.
          const near = (row: number) => sure.includes(row) || sure.includes(row - 1) || sure.includes(row + 1);
          return new Set(rows).size === rows.length && sure.every((y) => rows.includes(y)) && rows.every(near);
        },
      ),
    );
  });

  test('from 1:1 on each row of blocks has one worker, the same at every place of the view', () => {
    fc.assert(
      fc.property(views, fc.integer({ min: 1, max: 4 }), (view, workers) => {
        fc.pre(view.scale >= 1);
        return slabsOf(request(view, 'settled'), workers).every((queue, k) =>
          queue.every((s) => {
            const block = Math.floor((s.first + view.originY) / view.scale / BLOCK_HEIGHT);
            return block % workers === k && s.step === 1;
          }),
        );
      }),
    );
  });

  test('a sheet out of sight asks for nothing', () => {
    expect(slabsOf(request({ scale: 1, originX: 9000, originY: 0 }, 'settled'), 2)).toEqual([[], []]);
  });

  test('a first picture looks at one sheet row a display row; a settled one at all', () => {
    const at = { scale: 0.1, originX: 0, originY: 0 };
    expect(slabsOf(request(at, 'first'), 2)[0]![0]).toMatchObject({ step: 10, draft: true });
    expect(slabsOf(request(at, 'settled'), 2)[0]![0]).toMatchObject({ step: 1, draft: false });
  });
});

describe('first pictures', () => {
  test('are coarser while they are slow, finer when they are quick, and settled ones never', () => {
    expect([nextCoarse(2, 100), nextCoarse(4, 100), nextCoarse(3, 20), nextCoarse(3, 5), nextCoarse(1, 5)]).toEqual([
      3, 4, 3, 2, 1,
    ]);
    const asked = request({ scale: 0.2, originX: 10, originY: 20 }, 'first');
    expect(drawnView(asked, 2)).toEqual({ scale: 0.1, originX: 5, originY: 10, width: 450, height: 320 });
    expect(drawnView({ ...asked, stage: 'settled' }, 2)).toBe(asked.view);
    expect(drawnView(request({ scale: 2, originX: 0, originY: 0 }, 'first'), 2).scale).toBe(2);
  });

  test('are warmed up with jobs that look the same', () => {
    const other = nudged(job, 3, true);
    expect(other.passes[0]!.fills[0].tone.middle).toBeCloseTo(1, 4);
    expect(other.passes[0]!.fills[0].tone.middle).not.toBe(1);
    expect(other.passes[0]!.fills[0].screen.angle).toBeCloseTo(45, 4);
    expect(other.passes[0]!.fills[0].screen.angle).not.toBe(45);
  });

  test.each(BEND_NAMES)('of a job with a %s are warmed up as while it is dragged', (kind) => {
    const first = newBend(kind, job.sheet);
    const bent = { ...job, passes: [withFill(job.passes[0]!, { bend: [first] }), ...job.passes.slice(1)] };
    const fillIn = (one: Job) => one.passes[0]!.fills[0];
    const pictures = warmingPictures(bent);
    const dragged = pictures.filter((p) => fillIn(p.job).tone.middle === fillIn(bent).tone.middle);
    expect(dragged.map(({ stage }) => stage)).toContain('settled');
    for (const { job: other } of dragged) {
      expect({ ...fillIn(other), bend: fillIn(bent).bend }).toEqual(fillIn(bent));
      expect(other.passes.slice(1)).toEqual(bent.passes.slice(1));
    }
    const settings = new Set(dragged.map((p) => JSON.stringify(fillIn(p.job).bend[0]!.settings)));
    if (STILL.includes(kind)) return;
    expect(settings.size).toBe(dragged.length);
    expect(settings).not.toContain(JSON.stringify(first.settings));
  });

  test('of outlines are warmed up on their own lattice last', () => {
    const { screen } = job.passes[0]!.fills[0];
    const outlines = { ...job, passes: [withFill(job.passes[0]!, { screen: { ...screen, family: 'marks' } })] };
    expect(warmingPictures(job).map(({ stage }) => stage)).toEqual(['first', 'first', 'first', 'first']);
    const pictures = warmingPictures(outlines);
    const own = pictures.filter((p) => p.job.passes[0]!.fills[0].screen.angle === screen.angle);
    expect(own.length).toBeGreaterThan(0);
    expect(own).toEqual(pictures.slice(-own.length));
    expect(own.some(({ stage }) => stage === 'settled')).toBe(true);
    // No two are alike: nothing comes out of a cache.
    expect(new Set(pictures.map((p) => p.job.passes[0]!.fills[0].tone.middle)).size).toBe(pictures.length);
  });
});
