import { type Job, sheetPixels } from '@chromatype/core';
import type { ExactPixels } from '../engine/slab.ts';
import type { View } from '../engine/view.ts';
import type { Painter } from './scheduler.ts';
import { sameView } from './slabs.ts';

/** Where a job's sheet lies in a view: left, top, width and height in display pixels. */
function cornerOf(view: View, job: Job): [number, number, number, number] {
  const { width, height } = sheetPixels(job.sheet);
  return [-view.originX, -view.originY, width * view.scale, height * view.scale];
}

/** Shows prints in a canvas. What lies round the sheet is left transparent. */
export function createPainter(canvas: HTMLCanvasElement): Painter {
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  let painted: View | null = null;

  function drawExact(view: View, piece: ExactPixels): void {
    const rgba = new Uint8ClampedArray(piece.rgba as Uint8Array<ArrayBuffer>);
    const image = new ImageData(rgba, piece.width, piece.height);
    const left = piece.x * view.scale - view.originX;
    const top = piece.y * view.scale - view.originY;
    if (view.scale === 1) {
      context.putImageData(image, left, top);
      return;
    }
    const block = new OffscreenCanvas(piece.width, piece.height);
    block.getContext('2d')!.putImageData(image, 0, 0);
    context.imageSmoothingEnabled = false;
    context.drawImage(block, left, top, piece.width * view.scale, piece.height * view.scale);
  }

  return {
    carryOver(view, job) {
      const resized = canvas.width !== view.width || canvas.height !== view.height;
      if (!resized && painted && sameView(painted, view)) return;
      const old = painted && canvas.width > 0 ? new OffscreenCanvas(canvas.width, canvas.height) : null;
      old?.getContext('2d')?.drawImage(canvas, 0, 0);
      if (resized) {
        canvas.width = view.width;
        canvas.height = view.height;
      }
      const corner = cornerOf(view, job);
      context.clearRect(0, 0, view.width, view.height);
      // Before anything is painted what lies under the canvas stays in sight: the stored small print.
      if (old && painted) {
        context.fillStyle = job.sheet.stock.colour;
        context.fillRect(...corner);
        const k = view.scale / painted.scale;
        const [left, top] = [painted.originX * k - view.originX, painted.originY * k - view.originY];
        context.save();
        context.beginPath();
        context.rect(...corner);
        context.clip();
        context.imageSmoothingEnabled = k < 1;
        context.drawImage(old, left, top, old.width * k, old.height * k);
        context.restore();
      }
      painted = view;
    },
    reduced(view, slab, rgba) {
      const image = new ImageData(rgba, slab.view.width, slab.rows);
      const k = view.scale / slab.view.scale;
      if (k === 1) {
        context.putImageData(image, 0, slab.first);
        return;
      }
      const coarse = new OffscreenCanvas(image.width, image.height);
      coarse.getContext('2d')!.putImageData(image, 0, 0);
      // Coarse pixels reach over the edge of the sheet, where no settled picture would cover them.
      context.save();
      context.beginPath();
      context.rect(...cornerOf(view, slab.job));
      context.clip();
      context.imageSmoothingEnabled = true;
      context.clearRect(0, slab.first * k, image.width * k, image.height * k);
      context.drawImage(coarse, 0, slab.first * k, image.width * k, image.height * k);
      context.restore();
    },
    exact(view, pieces) {
      for (const piece of pieces) drawExact(view, piece);
    },
  };
}
