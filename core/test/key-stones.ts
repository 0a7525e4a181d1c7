import type { Fill, Job } from '../src/index.ts';
import { family, jobWith } from './key-jobs.ts';

/** A job with stones so small that a sheet of about 9 × 7 mm holds many. */
function withSmallStones(job: Job): Job {
  const widths = [0.6, 0.8, 1.1, 1.4];
  const sizes = job.stones.sizes.map((size, k) => ({ ...size, width: widths[k]!, height: widths[k]! }));
  return { ...job, stones: { ...job.stones, sizes } };
}
const stones = (own: object) => family('stones', { sizes: ['SS6'], gap: 0.1, ...own });
const inColour = (own: object) => (f: Fill) => ({ ...stones(own)(f), feed: { ...f.feed, part: 'colour' as const } });
const BY_PICTURE = {
  way: 'picture',
  sizes: ['SS10'],
  diffuse: true,
  colours: ['Clear', 'Jet', 'Deep teal', 'Harbour blue'],
};
/** Jobs of one small pass of stones each, and their names. */
export const STONES: readonly (readonly [string, Job])[] = (
  [
    ['two runs of stones', stones({ way: 'run', runs: 2, distance: 0.3, colours: ['Clear', 'Jet'] })],
    ['stones in rows', stones({ way: 'rows', rows: 'brick', angle: 10 })],
    ['stones inward', stones({ way: 'inward', distance: 0.4 })],
    ['stones around', stones({ way: 'around', colours: ['Clear', 'Jet'], colouring: 'rows' })],
    ['packed stones', stones({ way: 'packed', sizes: ['SS20', 'SS6'] })],
    ['scattered stones', stones({ way: 'packed', filling: 'scattered', spread: 1.1 })],
    ['stones by tone', stones({ way: 'packed', filling: 'tone' })],
    ['stones of a picture', inColour(BY_PICTURE)],
    ['sizes of stones of a picture', stones({ way: 'picture', takes: 'size', sizes: ['SS6', 'SS10', 'SS16', 'SS20'] })],
  ] as const
).map(([name, change]) => [name, withSmallStones(jobWith(change))] as const);
