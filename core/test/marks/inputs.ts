import { createMarker, type Marker } from '../../src/marks/marker.ts';
import type { MarkInputs } from '../../src/marks/place.ts';
import { MARK_PARAMS, type MarkSettings } from '../../src/marks/params.ts';
import { createKernels, normalsOf } from '../../src/index.ts';

const kernels = createKernels();

/** Settings of marks with some changed. */
export const markSettings = (change: Partial<MarkSettings> = {}): MarkSettings => ({
  ...normalsOf(MARK_PARAMS),
  ...change,
});

/** What marks are made of on a sheet of pixels at 300 ppi. */
export const markInputs = (change: Partial<MarkSettings> = {}, more: Partial<MarkInputs> = {}): MarkInputs => ({
  own: markSettings(change),
  sheet: { width: 600, height: 400, bleed: 0, ppi: 300 },
  pitch: 40,
  angle: 0,
  cx: 300,
  cy: 200,
  seed: 1,
  ...more,
});

/** Marks of one tone 0..1 all over the sheet. */
export function flatMarker(inputs: MarkInputs, tone: number): Marker {
  return createMarker(inputs, {
    kernels,
    planes: 1,
    finish: (t) => t,
    read: ({ width, height, step }) => [
      new Uint16Array(width * Math.ceil(height / step)).fill(Math.round(tone * 65535)),
    ],
  });
}

/** All marks of a sheet. */
export function allMarksOf(marker: Marker, { sheet }: MarkInputs) {
  const { reach } = marker;
  return marker.marksOf({ left: -reach, top: -reach, right: sheet.width + reach, bottom: sheet.height + reach });
}
