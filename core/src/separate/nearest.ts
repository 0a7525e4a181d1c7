import { square } from '../math/exact.ts';
import { BASE_PLANES, fillBasePlanes, totalInk } from './base.ts';
import { blackOf, buildOf, softLimit } from './black.ts';
import { fillInkTable, type InkTable } from './ink-table.ts';
import { type PrintModel, predict } from './model.ts';
import type { SeparationSettings } from './params.ts';
import { createSolver, type Leaning, type Solver, type Wish } from './solve.ts';
import { oklabWish, wishOf } from './wish.ts';

/** How strongly black is drawn to its least and its most, and other inks to none, when several mixtures do. */
const BLACK_PULL = 1e-4;
const OTHERS_PULL = 2e-6;
/** How strongly the base that shows is drawn to what its colour asks for. */
const BASE_PULL = 1e-4;
/** Lightness (OKLab) up to which the cloth carries the shadows, and from which on the base is solid. */
const CLOTH_UP_TO = 0.52;
const SOLID_FROM = 0.8;
/** A search that ends farther off than this (OKLab) begins once more from nearly bare cloth. */
const STUCK = 0.01;
/** Ink beyond the limit that is mended by scaling instead of by another search. */
const LIMIT_NEAR = 1e-3;
/** How near the wanted total the black that keeps it brings ink, and how often it is tried at most. */
const BLACK_NEAR = 5e-3;
const BLACK_TURNS = 8;
/** How often coverages beyond the ink limit are scaled. */
const SCALINGS = 9;
/** Grid points along a channel: fewer with more inks, since every point takes longer. */
export const tableSize = (inks: number): number => (inks <= 4 ? 25 : inks <= 6 ? 21 : 17);

/** Points along a channel for a first look at a change, made in about the time that a picture takes to show. */
export const coarseSize = (inks: number): number => (inks <= 4 ? 7 : inks <= 6 ? 6 : 5);

/** Turns in which a limit for the search is lowered until the ink it gives keeps the limit that was asked. */
const LIMIT_TURNS = 6;
/** Bare cloth counts as the nearest colour unless inks on a base come nearer by more than this (OKLab). */
const NEARER = 0.004;

const squareApart = (p: Wish, q: Wish): number => square(p.L - q.L) + square(p.a - q.a) + square(p.b - q.b);

/** How often coverages are mended for what plates share beyond chance, and how little is left of it then (OKLab). */
const MENDS = 4;
const MENDED = 0.0015;

export type NearestSettings = Pick<SeparationSettings, 'black' | 'limit' | 'whiteIs' | 'fitDarks' | 'baseFrom'>;

/**
 * The table of a separation into the nearest printable colours. Where several mixtures print the same, the
 * one with the black that is asked for is taken; the last search finds the others for just that black.
 * With a base three planes stand after those of the inks (see base.ts).
 * @param solve the search, which a kernel does faster
 * @param withBase the last ink of the model is the base that shows (see base.ts)
 */
export function nearestTable(
  model: PrintModel,
  settings: NearestSettings,
  size = tableSize(model.inks),
  solve: Solver = createSolver(model),
  withBase = false,
): InkTable {
  const { inks } = model;
  const seen = wishOf(model, settings);
  const black = blackOf(model);
  const all = (value: number) => new Float64Array(inks).fill(value);
  const leaning = (to: number, pull: number, limit: number): Leaning => {
    const own = { low: all(0), high: all(1), to: all(0), pull: all(OTHERS_PULL), limit };
    if (withBase) own.pull[inks - 1] = BASE_PULL;
    if (black >= 0) {
      own.to[black] = to;
      own.pull[black] = pull;
    }
    return own;
  };
  const least = leaning(0, BLACK_PULL, inks);
  const most = leaning(1, BLACK_PULL, inks);
  const final = leaning(0, black >= 0 ? 0 : OTHERS_PULL, inks);
  const stock = oklabWish(predict(model, all(0)));

  // Searches start from the point before, along the blue channel, or from that of the row or slice before.
  const starts = [0, 1, 2].map(() => ({ point: all(0.3), row: all(0.3), slice: all(0.3) }));
  const begin = ({ point, row, slice }: (typeof starts)[number], g: number, b: number): Float64Array => {
    if (b === 0) point.set(g === 0 ? slice : row);
    return point;
  };
  const keep = ({ point, row, slice }: (typeof starts)[number], g: number, b: number): void => {
    if (b !== 0) return;
    row.set(point);
    if (g === 0) slice.set(point);
  };

  /** Between solid and cloth the base that shows fades, so that neighbouring colours are made alike. */
  function leanBase({ L }: Wish): void {
    const share = Math.min(1, Math.max(0, (L - CLOTH_UP_TO) / (SOLID_FROM - CLOTH_UP_TO)));
    for (const { to } of [least, most, final]) to[inks - 1] = share;
  }

  const nearlyBare = all(0.02);
  const second = all(0);

  /** The search for a start that may be caught where solid inks hide the cloth: then once more from bare cloth. */
  function solveOnBase(wish: Wish, leaning: Leaning, c: Float64Array): number {
    const error = solve(wish, leaning, c);
    if (!withBase || error < STUCK * STUCK) return error;
    second.set(nearlyBare);
    const other = solve(wish, leaning, second);
    if (other >= error) return error;
    c.set(second);
    return other;
  }

  function withThisBlack(wish: Wish, share: number, c: Float64Array): number {
    final.low[black] = share;
    final.high[black] = share;
    return solveOnBase(wish, final, c);
  }

  const exceeds = (c: Float64Array) => totalInk(c, withBase) > settings.limit;

  /** Coverages with a given black, or with more of it where ink comes near its limit. */
  function withBlack(wish: Wish, share: number, highest: number, c: Float64Array): number {
    const error = withThisBlack(wish, share, c);
    const total = totalInk(c, withBase);
    const most = softLimit(total, settings.limit, settings.black);
    if (most === total || share >= highest) return error;
    // Ink beyond the wanted total falls nearly evenly as black grows: where a line through two shares meets it is tried.
    let [low, over] = [share, total - most];
    let near = withThisBlack(wish, highest, c);
    let [high, under] = [highest, totalInk(c, withBase) - most];
    for (let turn = 0; turn < BLACK_TURNS && under < -BLACK_NEAR; turn++) {
      const at = low + ((high - low) * over) / (over - under);
      near = withThisBlack(wish, at, c);
      const beyond = totalInk(c, withBase) - most;
      if (Math.abs(beyond) < BLACK_NEAR) break;
      if (beyond > 0) [low, over, under] = [at, beyond, under / 2];
      else [high, under, over] = [at, beyond, over / 2];
    }
    return near;
  }

  const plain: PrintModel = { ...model, overlaps: null };
  /** How much farther than independent areas the plates print, in OKLab, as it was at the point before. */
  let beyond: Wish = { L: 0, a: 0, b: 0 };
  const without = (wish: Wish): Wish => ({ L: wish.L - beyond.L, a: wish.a - beyond.a, b: wish.b - beyond.b });

  /** Mends coverages for what plates share beyond chance: the search, which knows nothing of it, aims beside the wish. */
  function mend(wish: Wish, c: Float64Array): number {
    if (black >= 0) {
      final.low[black] = c[black]!;
      final.high[black] = c[black]!;
    }
    for (let turn = 0; ; turn++) {
      const print = oklabWish(predict(model, c));
      const chance = oklabWish(predict(plain, c));
      const now = { L: print.L - chance.L, a: print.a - chance.a, b: print.b - chance.b };
      const moved = squareApart(now, beyond);
      beyond = now;
      if (moved < MENDED * MENDED || turn === MENDS) return squareApart(print, wish);
      solveOnBase(without(wish), final, c);
    }
  }

  /** The nearest colour that keeps the ink limit, from coverages that do not. */
  function withinLimit(wish: Wish, c: Float64Array): number {
    const limited = { ...leaning(0, 0, settings.limit), pull: all(0) };
    let error = 0;
    for (let turn = 0; turn < LIMIT_TURNS; turn++) {
      error = solve(wish, limited, c);
      const total = totalInk(c, withBase);
      if (total - settings.limit < LIMIT_NEAR) break;
      limited.limit *= settings.limit / total;
    }
    let share = 1;
    const scaled = () => Float64Array.from(c, (v) => v * share);
    for (let turn = 0; turn < SCALINGS && exceeds(scaled()); turn++) {
      share *= settings.limit / totalInk(scaled(), withBase);
    }
    c.set(scaled());
    return error;
  }

  /** Bare stock where no ink comes nearer; near the stock's own colour inks fade, so that no edge shows. */
  function leaveBare(wish: Wish, error: number, c: Float64Array): void {
    const apart = Math.sqrt(squareApart(wish, stock));
    if (apart <= Math.sqrt(error) + (withBase ? NEARER : 0)) c.fill(0);
    if (!withBase || apart >= settings.baseFrom) return;
    const share = Math.max(0, (2 * apart) / settings.baseFrom - 1);
    for (let k = 0; k < inks; k++) c[k]! *= share;
  }

  return fillInkTable(size, withBase ? inks - 1 + BASE_PLANES : inks, (light, out, { g, b }) => {
    const asked = oklabWish(seen(light));
    const wish = model.overlaps ? without(asked) : asked;
    const c = begin(starts[0]!, g, b);
    let error: number;
    let highest = 1;
    if (withBase) leanBase(wish);
    if (black < 0) error = solveOnBase(wish, final, c);
    else {
      const few = begin(starts[1]!, g, b);
      const many = begin(starts[2]!, g, b);
      solveOnBase(wish, least, few);
      solveOnBase(wish, most, many);
      keep(starts[1]!, g, b);
      keep(starts[2]!, g, b);
      const low = few[black]!;
      highest = Math.max(low, many[black]!);
      error = withBlack(wish, low + (highest - low) * buildOf(settings.black, highest), highest, c);
    }
    if (model.overlaps) {
      error = mend(asked, c);
      for (let turn = 0; turn < LIMIT_TURNS && black >= 0 && exceeds(c) && c[black]! < highest; turn++) {
        withBlack(without(asked), c[black]!, highest, c);
        error = mend(asked, c);
      }
    }
    keep(starts[0]!, g, b);
    const own = out.subarray(0, inks);
    own.set(c);
    if (exceeds(own)) error = withinLimit(model.overlaps ? without(asked) : asked, own);
    leaveBare(asked, error, own);
    if (withBase) fillBasePlanes(out, inks - 1);
    return Math.sqrt(error);
  });
}
