import { enginePool } from '../engine/pool.ts';
import { measureOpening } from './opening.ts';
import { sheetIsSeen, sheetIsSettled } from './sheet-first.ts';
import { createPainter } from './painter.ts';
import { pictureIsShown } from './picture-shown.ts';
import { type Clock, createScheduler, type Scheduler, type ShownStage } from './scheduler.ts';

export type Preview = Pick<Scheduler, 'show' | 'close'>;
export type { ShownStage } from './scheduler.ts';
export type { Asking } from './slabs.ts';

/** Previews on this page. */
const open = new Set<Scheduler>();

/** Whether a sheet in sight is still being printed. */
export const sheetIsBusy = (): boolean => [...open].some((scheduler) => scheduler.busy());

/** Whether the settled print of a sheet in sight is being made now. */
export const sheetIsSettling = (): boolean => [...open].some((scheduler) => scheduler.settling());

const PAGE_CLOCK: Clock = {
  now: () => performance.now(),
  after(milliseconds, work) {
    // What the hand did meanwhile is heard before the next frame: a busy page must not take its own delay for rest.
    let frame = 0;
    const timer = setTimeout(() => {
      frame = requestAnimationFrame(work);
    }, milliseconds);
    return () => {
      clearTimeout(timer);
      cancelAnimationFrame(frame);
    };
  },
};

/** Shows prints in a canvas by way of the page's workers. `onStage` hears every change of what is shown. */
export function createPreview(canvas: HTMLCanvasElement, onStage: (stage: ShownStage) => void): Preview {
  let preparing = false;
  const scheduler = createScheduler({
    printers: enginePool().printers,
    painter: createPainter(canvas),
    clock: PAGE_CLOCK,
    prepare(job) {
      // One at a time: what a slow screen of an older state needs is not waited for.
      if (preparing) return;
      preparing = true;
      const done = (): void => {
        preparing = false;
      };
      // A worker that dies says so where something is shown.
      enginePool().helper.prepare(job, 'screens').then(done, done);
    },
    onStage(stage, error) {
      if (stage === 'failed') {
        console.error(error);
        sheetIsSettled();
      }
      onStage(stage);
    },
    onShown(stage, asked) {
      const end = performance.now();
      performance.measure(`preview ${stage}`, { start: asked, end });
      measureOpening(stage, end);
      pictureIsShown();
      if (stage === 'settled') {
        sheetIsSettled();
        enginePool().warmCompilers('helper');
      } else sheetIsSeen();
    },
  });
  open.add(scheduler);
  return {
    show: scheduler.show,
    close() {
      scheduler.close();
      open.delete(scheduler);
    },
  };
}
