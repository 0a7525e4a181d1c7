import { edgeFilter } from '../../../marks/at-edge.ts';
import { isJoined, joinedPlates } from '../../../marks/joining/joined-plates.ts';
import { createMarker, type MarkInputs } from '../../../marks/marker.ts';
import type { MarkSettings } from '../../../marks/params.ts';
import { artworkOfMarks, plateOfMarks } from '../../../marks/raster.ts';
import type { MarkSource } from '../../../marks/source.ts';
import { type CompiledScreen, ONE_INK, type Plater, type Prints, type ToneInput } from '../../compiled.ts';

/** What the plate of marks holds: ink, or artwork in colours of their own. */
export const markPrints = ({ colour }: Pick<MarkSettings, 'colour'>): Prints =>
  colour === 'ink' ? ONE_INK : { ...ONE_INK, levels: 256, screened: false, artwork: true, tonesToo: true };

function markSource(inputs: MarkInputs, { kernels, tones, colours, clear, finish, within }: ToneInput): MarkSource {
  const coloured = inputs.own.colour !== 'ink';
  const marker = createMarker(inputs, {
    planes: coloured ? (clear ? 5 : 4) : 1,
    finish,
    read(area) {
      const own = tones(area);
      if (!coloured) return [own];
      const all = colours(area);
      const lights = [0, 1, 2].map((c) => all.subarray(c * own.length, (c + 1) * own.length));
      return [own, ...lights, ...(clear ? [clear(area)] : [])];
    },
  });
  return { inputs, marker, keep: edgeFilter(inputs, kernels, within) };
}

function plater(inputs: MarkInputs, input: ToneInput): Plater {
  const { kernels } = input;
  let made: MarkSource | null = null;
  const ready = (): MarkSource => {
    made ??= markSource(inputs, input);
    return made;
  };
  if (isJoined(inputs.own)) return joinedPlates(ready, kernels, input.piecemeal);
  const coloured = inputs.own.colour !== 'ink';
  return {
    plate(area) {
      const { marker, keep } = ready();
      const { x, y, width, height, step } = area;
      const marks = marker.marksNear({ left: x, top: y, right: x + width, bottom: y + height }, step).filter(keep);
      return coloured ? artworkOfMarks(kernels, marks, area) : plateOfMarks(kernels, marks, area);
    },
    release() {},
  };
}

/** Bytes that a compiled screen of marks holds: everything is made with its plates. */
const HELD = 4096;

export const markScreen = (inputs: MarkInputs): CompiledScreen => ({
  cells: null,
  tile: null,
  thresholds: null,
  bytes: HELD,
  marks: (input) => markSource(inputs, input),
  plater: (input) => plater(inputs, input),
});
