import { TONE_PARAMS } from '../tone/params.ts';
import { DEFAULT_TONE, type Tone } from '../tone/tone.ts';
import { MOST_POINTS, type PaintStroke } from '../raster/strokes.ts';
import { check, JobError } from './check.ts';
import { section } from './section.ts';
import { readSettings } from './read-settings.ts';

const UNIT = { min: 0, max: 1 };
const PLACE = { min: -20000, max: 20000 };
const MOST_STROKES = 5000;

function readStroke(value: unknown, field: string): PaintStroke {
  const s = check.object(value, field);
  check.only(s, field, ['does', 'size', 'hardness', 'strength', 'points']);
  const points = check
    .list(s.points, `${field}.points`, 3 * MOST_POINTS)
    .map((v) => check.number(v, `${field}.points`, PLACE));
  if (points.length === 0 || points.length % 3 !== 0) {
    throw new JobError(`${field}.points`, `"${field}.points" must hold x, y and pressure of every point.`);
  }
  return {
    does: check.oneOf(s.does, `${field}.does`, ['lighten', 'darken', 'erase']),
    size: check.number(s.size, `${field}.size`, { min: 0, max: 1000 }),
    hardness: check.number(s.hardness, `${field}.hardness`, UNIT),
    strength: check.number(s.strength, `${field}.strength`, UNIT),
    points,
  };
}

export const readStrokes = (value: unknown, field: string): PaintStroke[] =>
  check.list(value, field, MOST_STROKES).map((stroke, k) => readStroke(stroke, `${field}[${k}]`));

/** The Tone station of a fill. */
export const toneSection = section<Tone>('tone', DEFAULT_TONE, (value, field) => {
  const { paint = [], ...settings } = check.object(value, field);
  const tone = readSettings(settings, field, TONE_PARAMS);
  if (tone.lights >= tone.darks)
    throw new JobError(
      `${field}.lights`,
      `The highlights ("${field}.lights") must lie below the shadows ("${field}.darks").`,
    );
  return { ...tone, paint: readStrokes(paint, `${field}.paint`) };
});
