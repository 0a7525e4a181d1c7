import { type FamilyName, type Fill, type Job, type Screen, screenPitch, screenTraits } from '@chromatype/core';
import { type Edit, setScreen } from '../../document/edits.ts';
import { setFamilySettings } from '../../document/screen-edits.ts';
import { pulled, pulledGrain } from './turning.ts';

/** What pulling across the dial changes: the size of what repeats, in the terms of the screen's family. */
export interface DialSize {
  /** What it is called in labels. */
  readonly name: string;
  /** The size by which a pull begins. */
  start(job: Job, fill: Fill): number;
  /** Pulled from a size by some display pixels; 100 pixels double it. */
  pull(job: Job, fill: Fill, from: number, by: number): Edit;
  /** One press of an arrow key up (1) or down (−1); `large` with Shift. */
  step(job: Job, fill: Fill, direction: 1 | -1, large: boolean): Edit;
  /** What a double click restores. */
  restore(fill: Fill): Edit;
  words(fill: Fill): string;
}

const STEP = 4;
const LARGE = 5;

const FREQUENCY: DialSize = {
  name: 'frequency',
  start: (job, fill) => screenPitch(job.sheet, fill.screen),
  pull: (job, { id, screen }, from, by) => setScreen(id, { frequency: pulled(job, screen.frequency.per, from, by) }),
  step(job, fill, direction, large) {
    return this.pull(job, fill, this.start(job, fill), direction * STEP * (large ? LARGE : 1));
  },
  restore: ({ id }) => setScreen(id, { angle: 45 }),
  words: ({ screen: { angle, frequency } }) =>
    `${Number(angle.toFixed(2))} degrees, ${Number(frequency.value.toFixed(2))} ${frequency.per}`,
};

const GRAIN: DialSize = {
  name: 'grain size',
  start: (_, { screen }) => screen.grain.size,
  pull: (_, { id, screen }, from, by) =>
    setFamilySettings(id, 'grain', { size: pulledGrain({ ...screen.grain, size: from }, by) }),
  step(job, fill, direction, large) {
    const { size, sizeIn } = fill.screen.grain;
    const by = direction * (large ? LARGE : 1);
    // One step is one pixel, however small the grain.
    if (sizeIn === 'px') return setFamilySettings(fill.id, 'grain', { size: Math.min(200, Math.max(1, size + by)) });
    return this.pull(job, fill, size, by * STEP);
  },
  restore: ({ id, screen }) => setFamilySettings(id, 'grain', { size: screen.grain.sizeIn === 'px' ? 1 : 0.1 }),
  words: ({ screen: { grain } }) => `${Number(grain.size.toFixed(2))} ${grain.sizeIn}`,
};

const COUNTS: DialSize = {
  name: 'number of marks',
  start: (_, { screen }) => screen.marks.across,
  pull(_, { id, screen: { marks } }, from, by) {
    const across = Math.min(20_000, Math.max(1, Math.round(from * 2 ** (-by / 100))));
    const down = marks.down && Math.max(1, Math.round((marks.down * across) / marks.across));
    return setFamilySettings(id, 'marks', { across, down });
  },
  step(job, fill, direction, large) {
    const { across } = fill.screen.marks;
    const next = Math.max(1, across - direction * (large ? LARGE : 1));
    return this.pull(job, fill, next, 0);
  },
  restore: ({ id }) => setFamilySettings(id, 'marks', { across: 49 }),
  words: ({ screen: { marks } }) => `${marks.across} marks across`,
};

/** Families whose size is not their frequency. */
const OWN: Partial<Record<FamilyName, DialSize>> = { grain: GRAIN };

export function dialSize(screen: Screen, ppi: number): DialSize {
  const { outlines, lattice } = screenTraits(screen, ppi);
  // Outlines that are on no lattice of a frequency are counted.
  return outlines && !lattice ? COUNTS : (OWN[screen.family] ?? FREQUENCY);
}
