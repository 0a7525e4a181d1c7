import Sequencer from '@jest/test-sequencer';

/** Tests that take half a minute and more: begun last, one of them would keep one worker waiting for the other. */
const SLOW = [
  'server/test/recipes-on-demo.test.ts',
  'core/test/scan/find-print.test.ts',
  'core/test/keys.test.ts',
  'server/test/demo-plates.test.ts',
  'core/test/bend/coverage.test.ts',
  'core/test/calibrate/round-trip.test.ts',
  'core/test/tile-shelf.test.ts',
  'server/test/machines/machines.test.ts',
  'core/test/referees/clips.test.ts',
  'server/test/processes/access.test.ts',
  'core/test/grain/diffusion.test.ts',
  'core/test/grain/palettes.test.ts',
  'server/test/additions.test.ts',
  'core/test/separate/process-plates.test.ts',
  'core/test/kept/plates.test.ts',
  'core/test/measure/eye.test.ts',
  'core/test/stencil/every-fill.test.ts',
];

/** Where a test stands among the slow ones; after all of them if it is none. */
function place({ path }) {
  const at = SLOW.findIndex((slow) => path.endsWith(slow));
  return at < 0 ? SLOW.length : at;
}

/** The slow tests first, and the others as Jest orders them. */
export default class SlowFirst extends (Sequencer.default ?? Sequencer) {
  sort(tests) {
    return [...super.sort(tests)].sort((a, b) => place(a) - place(b));
  }
}
