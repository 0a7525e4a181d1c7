import fc from 'fast-check';
import {
  type Area,
  type Bend,
  fillOf,
  newBend,
  NO_CACHES,
  planPass,
  type Plate,
  withFill,
  findSupercell,
} from '../../src/index.ts';
import { NO_DETAIL } from '../../src/bend/detail.ts';
import type {} from '../../src/bend/kind.ts';
import { placeGrid } from '../../src/bend/place-grid.ts';
import { bentNodes, unbentBox } from '../../src/screen/bent/bent-nodes.ts';
import { latticePositions } from '../../src/screen/periodic/positions.ts';
import { pixelJob } from '../jobs.ts';
import { kernels } from '../plates.ts';
import { lpi, screenOf } from '../screens.ts';

const SIDE = 1024;
const MM = (SIDE / 300) * 25.4;
const BLOCK = 256;

/** A swirl in the upper left of the sheet that leaves the rest alone. */
function swirlAt(x: number, what: Bend['what']): Bend {
  const made = newBend('swirl', { width: MM, height: MM }, what);
  return { ...made, settings: { ...made.settings, x, y: 25, reach: 16, turn: 80 } };
}

const blocks = (step: number): Area[] =>
  Array.from({ length: (SIDE / BLOCK) ** 2 }, (_, k) => ({
    ...{ x: (k % 4) * BLOCK, y: Math.floor(k / 4) * BLOCK, width: BLOCK, height: BLOCK, step },
  }));

describe.each([
  ['a plate', false, 1],
  ['a first look', true, 2],
  ['a first look of rows far apart', true, 14],
] as const)('areas that a bend leaves alone in %s', (_, draft, step) => {
  test.each(['lattice', 'marks', 'picture-lattice'] as const)(
    'are kept while it is dragged, and only those: %s',
    (what) => {
      const kept = new Map<string, Plate>();
      let found = 0;
      const caches = {
        ...NO_CACHES,
        unmoved(key: string, area: Area, make: () => Plate): Plate {
          const at = `${key} ${JSON.stringify(area)}`;
          if (kept.has(at)) found++;
          else kept.set(at, make());
          return kept.get(at)!;
        },
      };
      const job = pixelJob(SIDE, SIDE, { width: 8, height: 8 }, { feed: { part: 'tint', tint: 0.4 } });
      const pass = withFill(job.passes[0]!, {
        screen: screenOf('dots', { shape: 'Round' }, { frequency: lpi(30), angle: 15 }),
      });
      let different = 0;
      let last: Uint8Array[] = [];
      for (const x of [25, 27, 29]) {
        const bent = { ...job, passes: [withFill(pass, { ...fillOf(pass), bend: [swirlAt(x, what)] })] };
        const read = (own: typeof NO_CACHES) => {
          const plan = planPass({ kernels, caches: own, pictures: () => null }, bent, bent.passes[0]!, { draft });
          const plates = blocks(step).map((area) => plan.plate.read(area).data.slice());
          plan.release();
          return plates as Uint8Array[];
        };
        const plain = read(NO_CACHES);
        expect(read(caches).every((plate, k) => Buffer.compare(plate, plain[k]!) === 0)).toBe(true);
        if (last.length > 0) different += plain.filter((plate, k) => Buffer.compare(plate, last[k]!) !== 0).length;
        last = plain;
      }
      expect(different).toBeGreaterThan(0);
      // The swirl lies in four blocks of sixteen; what it left alone is found from its second place on. A picture that is
      // bent too is another one each time.
      if (what === 'picture-lattice') expect(found).toBe(0);
      else expect(found).toBeGreaterThan(8);
    },
  );
});

test('the cells of a square that is not moved are those that its nodes lie in', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 3, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 90, noNaN: true }),
      fc.integer({ min: 0, max: 200 }),
      fc.integer({ min: 0, max: 200 }),
      (period, angle, tx, ty) => {
        const at = latticePositions(findSupercell(period, angle));
        const still = placeGrid((x, y, out) => Object.assign(out, { x, y }), NO_DETAIL, false);
        expect(unbentBox(at)(tx, ty)).toEqual(bentNodes(still, at)(tx, ty).box);
      },
    ),
  );
});
