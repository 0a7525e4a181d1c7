import { MOST_EDITED, MOST_EDITS } from '../marks/edits.ts';
import { EDIT_ACTS, type MarkEdit } from '../settings/params.ts';
import { check, JobError } from './check.ts';

const PLACE = { min: -20000, max: 20000 };
const NAME = { min: 0, max: Number.MAX_SAFE_INTEGER };

/**
 * Reads edits of single marks; what an edit does not use may be left out.
 * @throws JobError naming the first field that is wrong
 */
export function readMarkEdits(value: unknown, field: string): MarkEdit[] {
  return check.list(value, field, MOST_EDITS).map((item, k) => {
    const at = `${field}[${k}]`;
    const e = check.object(item, at);
    check.only(e, at, ['does', 'marks', 'right', 'down', 'by', 'colour']);
    const does = check.oneOf(e.does, `${at}.does`, EDIT_ACTS);
    const marks = check.list(e.marks, `${at}.marks`, MOST_EDITED).map((m) => check.number(m, `${at}.marks`, NAME));
    if (marks.some((m) => !Number.isInteger(m)))
      throw new JobError(`${at}.marks`, `"${at}.marks" must hold whole numbers.`);
    const by = does === 'size' ? { min: 0.01, max: 100 } : { min: -3600, max: 3600 };
    return {
      does,
      marks,
      right: check.number(e.right ?? 0, `${at}.right`, PLACE),
      down: check.number(e.down ?? 0, `${at}.down`, PLACE),
      by: check.number(e.by ?? (does === 'size' ? 1 : 0), `${at}.by`, by),
      colour: check.colour(e.colour ?? '#000000', `${at}.colour`),
    };
  });
}
