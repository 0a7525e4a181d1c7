import { compileTile, findSupercell } from '@chromatype/core';

/** Pixels a cell of the screens that are compiled: their repeats are small, and many enough for an engine to optimise the code. */
const PITCHES = [15.8, 14.3, 13, 10, 9.7, 9.1];
const ANGLE = 15;

const height = (u: number, v: number): number => Math.abs(2 * u - 1) + Math.abs(2 * v - 1) - 1;

/**
 * Compiles screens that nobody prints: the first tiles of a thread take several times as long as
 * later ones, until the JavaScript engine has optimised the code.
 */
export function warmCompiler(): void {
  for (const pitch of PITCHES) compileTile(findSupercell(pitch, ANGLE), height);
}
