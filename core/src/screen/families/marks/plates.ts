import type { Mark } from '../../../marks/mark.ts';
import { createMarker, type Marker, type MarkInputs } from '../../../marks/marker.ts';
import { artworkOfMarks, plateOfMarks } from '../../../marks/raster.ts';
import { edgeFilter } from '../../../marks/at-edge.ts';
import { isJoined, joinedPlates } from '../../../marks/joining/joined-plates.ts';
import type { Area } from '../../../raster/area.ts';
import { type CompiledScreen, ONE_INK, type Plater, type Prints, type ToneInput } from '../../compiled.ts';
import type { MarkSettings } from '../../../marks/params.ts';

/** What the plate of marks holds: ink, or artwork in colours of their own. */
export const markPrints = ({ colour }: Pick<MarkSettings, 'colour'>): Prints =>
  colour === 'ink'
    ? ONE_INK
    : { ...ONE_INK, levels: 256, screened: false, artwork: true, tonesToo: true };

/** The marks of a fill, as its tones make them. */
export function markerOf(inputs: MarkInputs, { tones, colours, clear, finish }: ToneInput): Marker {
  const coloured = inputs.own.colour !== 'ink';
  const planes = coloured ? (clear ? 5 : 4) : 1;
  return createMarker(inputs, {
    planes,
    finish,
    read(area) {
      const own = tones(area);
      if (!coloured) return [own];
      const all = colours(area);
      const size = own.length;
      const lights = [0, 1, 2].map((c) => all.subarray(c * size, (c + 1) * size));
      return [own, ...lights, ...(clear ? [clear(area)] : [])];
    },
  });
}

const boxOfArea = ({ x, y, width, height }: Area) => ({ left: x, top: y, right: x + width, bottom: y + height });

/** The marks that print over an area: those near it that the edges of sheet and stencil let print. */
export function marksOver(marker: Marker, keep: (mark: Mark) => boolean, area: Area): Mark[] {
  return marker.marksNear(boxOfArea(area), area.step).filter(keep);
}

function plater(inputs: MarkInputs, input: ToneInput): Plater {
  const { kernels } = input;
  let made: { readonly marker: Marker; readonly keep: (mark: Mark) => boolean } | null = null;
  const ready = () => {
    if (made) return made;
    const marker = markerOf(inputs, input);
    made = { marker, keep: edgeFilter(inputs, kernels, input.within) };
    return made;
  };
  const over = (area: Area) => marksOver(ready().marker, ready().keep, area);
  if (isJoined(inputs.own)) return joinedPlates(inputs, kernels, input.piecemeal, (box, step) => ready().marker.marksOf(box, step).filter(ready().keep), () => ready().marker.reach);
  const coloured = inputs.own.colour !== 'ink';
  return {
    plate: (area) => (coloured ? artworkOfMarks(kernels, over(area), area) : plateOfMarks(kernels, over(area), area)),
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
  marks: (input) => markerOf(inputs, input),
  plater: (input) => plater(inputs, input),
});

