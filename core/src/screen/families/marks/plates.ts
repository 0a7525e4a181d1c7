import type { BentLattice } from '../../../bend/bends.ts';
import type { Kernels } from '../../../kernel/kernels.ts';
import { edgeFilter } from '../../../marks/at-edge.ts';
import { isJoined, joinedPlates } from '../../../marks/joining/joined-plates.ts';
import { createMarker } from '../../../marks/marker.ts';
import { keptLattice, type MarkInputs } from '../../../marks/place.ts';
import type { MarkSettings } from '../../../marks/params.ts';
import { FLAT, reliefOf } from '../../../marks/relief/index.ts';
import { litArtwork, type PieceLook } from '../../../marks/relief/lit-artwork.ts';
import { linearOfHex } from '../../../colour/srgb.ts';
import { plateOfLaid, plateOfMarks } from '../../../marks/raster.ts';
import type { MarkSource } from '../../../marks/source.ts';
import { type CompiledScreen, ONE_INK, type Plater, type Prints, type ToneInput } from '../../compiled.ts';

/** What the plate of marks holds: ink, or artwork in colours of their own. */
export const markPrints = ({ colour }: Pick<MarkSettings, 'colour'>): Prints =>
  colour === 'ink' ? ONE_INK : { ...ONE_INK, levels: 256, screened: false, artwork: true, tonesToo: true };

function markSource(
  inputs: MarkInputs,
  bent: BentLattice | null,
  { kernels, sheet, tones, codes, colours, clear, finish, within }: ToneInput,
): MarkSource {
  const coloured = inputs.own.colour !== 'ink';
  const marker = createMarker(inputs, {
    kernels,
    planes: coloured ? (clear ? 5 : 4) : 1,
    codes: coloured ? null : codes,
    finish,
    bent,
    plane: sheet,
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

/** Fills of one thread that keep their marks: those of an angle that a hand goes through would fill its memory. */
const MOST_KEPT = 6;
const kept = new WeakMap<Kernels, MarkSource[]>();

/** Notes that a fill keeps marks, and has the one that began longest ago forget its own when there are too many. */
function keptFew(kernels: Kernels, source: MarkSource): MarkSource {
  const all = kept.get(kernels) ?? [];
  kept.set(kernels, all);
  all.push(source);
  if (all.length > MOST_KEPT) all.shift()!.marker.forget();
  return source;
}

/** How marks look as pieces; null for flat marks on the stock. */
function pieceLook({ relief, ground, groundColour, light, height, gloss, shadow }: MarkSettings): PieceLook | null {
  const kind = reliefOf(relief);
  if (!kind && ground === 'stock') return null;
  return {
    kind: kind ?? FLAT,
    light: kind
      ? { from: (light * Math.PI) / 180, height, gloss, shadow }
      : { from: 0, height: 0, gloss: 0, shadow: 0 },
    ground: ground === 'colour' ? linearOfHex(groundColour[0]!) : null,
  };
}

function plater(inputs: MarkInputs, bent: BentLattice | null, input: ToneInput): Plater {
  const { kernels } = input;
  let made: MarkSource | null = null;
  const ready = (): MarkSource => {
    made ??= keptFew(kernels, markSource(inputs, bent, input));
    return made;
  };
  if (isJoined(inputs.own)) return joinedPlates(ready, kernels, input.piecemeal);
  const coloured = inputs.own.colour !== 'ink';
  const look = pieceLook(inputs.own);
  const plain = !coloured && inputs.own.atEdge === 'cut';
  return {
    plate(area) {
      const { marker, keep } = ready();
      const { x, y, width, height, step } = area;
      // Shadows reach further than the pieces that cast them.
      const far = look ? marker.reach : 0;
      const box = { left: x - far, top: y - far, right: x + width + far, bottom: y + height + far };
      if (plain) return plateOfLaid(kernels, marker.laidNear(box, step), area);
      const marks = marker.marksNear(box, step).filter(keep);
      if (!coloured) return plateOfMarks(kernels, marks, area);
      return litArtwork(kernels, marks, area, look);
    },
    release() {},
  };
}

/** Bytes that a compiled screen of marks holds: everything is made with its plates. */
const HELD = 4096;

export const markScreen = (inputs: MarkInputs, bent: BentLattice | null = null): CompiledScreen => ({
  cells: null,
  tile: null,
  thresholds: null,
  bytes: HELD,
  marks: (input) => markSource(inputs, bent, input),
  plater: (input) => plater(inputs, bent, input),
  get repeats() {
    return keptLattice(inputs.own, inputs).lattice.repeats;
  },
  bent: (how) => markScreen(inputs, how),
});
