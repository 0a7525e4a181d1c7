import type { HandStone } from '../settings/params.ts';
import { MOST_BY_HAND } from '../stones/params.ts';
import { check } from './check.ts';
import { PLACE } from './read-strokes.ts';

const TURN = { min: -3600, max: 3600 };

/**
 * Reads stones that were placed by hand.
 * @throws JobError naming the first field that is wrong
 */
export function readHandStones(value: unknown, field: string): HandStone[] {
  return check.list(value, field, MOST_BY_HAND).map((item, k) => {
    const at = `${field}[${k}]`;
    const s = check.object(item, at);
    check.only(s, at, ['x', 'y', 'turn', 'size', 'colour', 'locked', 'loosed']);
    return {
      x: check.number(s.x, `${at}.x`, PLACE),
      y: check.number(s.y, `${at}.y`, PLACE),
      turn: check.number(s.turn ?? 0, `${at}.turn`, TURN),
      size: check.text(s.size, `${at}.size`, 64),
      colour: check.text(s.colour, `${at}.colour`, 64),
      locked: check.flag(s.locked ?? false, `${at}.locked`),
      loosed: check.flag(s.loosed ?? false, `${at}.loosed`),
    };
  });
}
