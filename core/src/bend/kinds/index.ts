import type { BendKind } from '../kind.ts';
import { banner } from './banner.ts';
import { bow } from './bow.ts';
import { bulge } from './bulge.ts';
import { fan } from './fan.ts';
import { light } from './light.ts';
import { mesh } from './mesh.ts';
import { perspective } from './perspective.ts';
import { pins } from './pins.ts';
import { push } from './push.ts';
import { ripple } from './ripple.ts';
import { shift } from './shift.ts';
import { slant } from './slant.ts';
import { swirl } from './swirl.ts';
import { wave } from './wave.ts';

/** Every kind of bend, in the order the artist sees them. */
export const BEND_KINDS: readonly BendKind[] = [
  wave,
  banner,
  fan,
  bow,
  swirl,
  bulge,
  ripple,
  shift,
  slant,
  perspective,
  mesh,
  pins,
  push,
  light,
];

export const BEND_NAMES: readonly string[] = BEND_KINDS.map((k) => k.name);

/** @throws RangeError when there is no such kind */
export function bendKind(name: string): BendKind {
  const kind = BEND_KINDS.find((k) => k.name === name);
  if (!kind) throw new RangeError(`There is no bend called ${name}.`);
  return kind;
}
