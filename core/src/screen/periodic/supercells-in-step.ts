import { cosine, sine, square } from '../../math/exact.ts';
import { modulo } from '../../math/integers.ts';
import { checkPitch, findSupercell, LARGEST_AREA, type Supercell } from './supercell.ts';

/** Relative error of a cell vector that each of the three may have; 0.1 % and 0.05° are promised. */
const ENOUGH = 8.5e-4;

/** The screens of a rosette are so many degrees apart. */
const APART = 30;

interface Vector {
  readonly x: number;
  readonly y: number;
}

/** Cells that a repeat spans along both vectors of a lattice, and the pixels of the repeat. */
interface Spans extends Vector {
  readonly i: number;
  readonly j: number;
}

/** Angles that differ by less than a millionth of a degree are the same. */
const roundAngle = (degrees: number): number => Math.round(degrees * 1e6) / 1e6;

const lengthOf = (x: number, y: number): number => Math.sqrt(square(x) + square(y));

/**
 * Whole-pixel repeats of square lattices at `base`, `base` + 30° and `base` + 60°, with the smallest common repeat. The
 * frequencies of the first and of the second turned by 90° add up to one of the third. That holds exactly here, since the
 * third spans just the cells that follow from the other two.
 */
function threeInStep(pitch: number, base: number): readonly Spans[] | null {
  const [first, second, third] = [0, APART, 2 * APART].map((more) => {
    const turn = ((base + more) * Math.PI) / 180;
    return { x: pitch * cosine(turn), y: pitch * sine(turn) };
  }) as [Vector, Vector, Vector];
  const longest = Math.sqrt(LARGEST_AREA);
  const reach = longest / pitch;
  let best: readonly Spans[] | null = null;
  let least = Infinity;
  for (let i = 1; i <= reach; i++) {
    for (let j = 0; i * i + j * j <= reach * reach && i * i + j * j < least; j++) {
      const x = Math.round(i * first.x - j * first.y);
      const y = Math.round(i * first.y + j * first.x);
      if (errorOf(first, { x, y, i, j }) > ENOUGH) continue;
      const p = Math.round((x * second.x + y * second.y) / (pitch * pitch));
      const q = Math.round((y * second.x - x * second.y) / (pitch * pitch));
      if (errorOf(second, { x, y, i: p, j: q }) > ENOUGH) continue;
      const last = { x, y, i: i + q, j: j - p };
      if (errorOf(third, last) > ENOUGH) continue;
      best = [{ x, y, i, j }, { x, y, i: p, j: q }, last];
      least = i * i + j * j;
    }
  }
  return best;
}

/** How far a repeat is from the cells that it spans, as a share of its length. */
function errorOf(cell: Vector, { x, y, i, j }: Spans): number {
  return lengthOf(x - (i * cell.x - j * cell.y), y - (i * cell.y + j * cell.x)) / lengthOf(x, y);
}

/**
 * The supercell of a square lattice for a screen that prints with others of its frequency, 30° and 60° from its own
 * angle. All three repeat on the same whole pixels and their frequencies add up exactly, so that their rosette is the
 * same everywhere on the sheet and grey stays grey. Where no repeat up to 2^20 pixels does that, each keeps its own.
 * @throws RangeError when the pitch is outside 2 .. 2000 pixels
 */
export function findSupercellInStep(pitch: number, angle: number): Supercell {
  checkPitch(pitch);
  const base = roundAngle(modulo(angle, APART)) % APART;
  const found = threeInStep(pitch, base);
  if (!found) return findSupercell(pitch, angle);
  const turns = Math.round((angle - base) / APART);
  const third = modulo(turns, 3);
  const { x, y, i, j } = found[third]!;
  // The lattice itself is the same after 90°; its first vector is turned.
  const quarters = modulo((turns - third) / 3, 4);
  const [across, along] = [
    [i, j],
    [j, -i],
    [-i, -j],
    [-j, i],
  ][quarters] as [number, number];
  return { x1: x, y1: y, x2: -y, y2: x, i1: across, j1: along, i2: -along, j2: across };
}

/** The supercell of a square lattice: in step with the others of a rosette where it is in one, and not in a draft. */
export const squareSupercell = (pitch: number, angle: number, rosette: boolean, draft: boolean): Supercell =>
  rosette && !draft ? findSupercellInStep(pitch, angle) : findSupercell(pitch, angle, draft);
