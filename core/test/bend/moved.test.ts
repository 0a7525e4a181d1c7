import fc from 'fast-check';
import { movedBend, readyBends } from '../../src/bend/index.ts';
import { named, ONE_TO_ONE, TRIMMED } from './bends.ts';

const BY = { x: 7, y: 11 };
const LARGER = { width: TRIMMED.width + 2 * BY.x, height: TRIMMED.height + 2 * BY.y };
/** A hundred pixels to a millimetre, so that lengths are told finely. */
const PX = 100;
const sheetOf = ({ width, height }: typeof TRIMMED) => ({
  width: width * PX,
  height: height * PX,
  ppi: 25.4 * PX,
  bleed: 0,
});

/** How near to what it was the moved bend leads, in mm: clouds begin anew, and a mesh has its handles elsewhere. */
const NEAR: Readonly<Record<string, number>> = { mesh: 2.2 };

const KINDS = named(ONE_TO_ONE).filter(([, { kind }]) => kind !== 'light');

test.each(KINDS)('%s does to the art what it did, on a larger sheet around it', (_, own) => {
  const moved = movedBend(own, BY, TRIMMED, LARGER);
  const before = readyBends([own], sheetOf(TRIMMED)).lattice!;
  const after = readyBends([moved], sheetOf(LARGER)).lattice!;
  const [was, is] = [
    { x: 0, y: 0 },
    { x: 0, y: 0 },
  ];
  fc.assert(
    fc.property(
      fc.double({ min: 10, max: TRIMMED.width - 10, noNaN: true }),
      fc.double({ min: 10, max: TRIMMED.height - 10, noNaN: true }),
      (x, y) => {
        before.forth(x * PX, y * PX, was);
        after.forth((x + BY.x) * PX, (y + BY.y) * PX, is);
        const near = NEAR[own.kind] ?? 0.01;
        expect(Math.abs(is.x / PX - BY.x - was.x / PX)).toBeLessThan(near);
        expect(Math.abs(is.y / PX - BY.y - was.y / PX)).toBeLessThan(near);
      },
    ),
    { numRuns: 40 },
  );
});

test.each(KINDS)('%s left as it was would bend the art otherwise', (_, own) => {
  const before = readyBends([own], sheetOf(TRIMMED)).lattice!;
  const after = readyBends([own], sheetOf(LARGER)).lattice!;
  let most = 0;
  for (let k = 0; k < 60; k++) {
    const [x, y] = [10 + ((k * 37) % 80), 10 + ((k * 23) % 60)];
    const [was, is] = [
      { x: 0, y: 0 },
      { x: 0, y: 0 },
    ];
    before.forth(x * PX, y * PX, was);
    after.forth((x + BY.x) * PX, (y + BY.y) * PX, is);
    most = Math.max(most, Math.abs(is.x / PX - BY.x - was.x / PX), Math.abs(is.y / PX - BY.y - was.y / PX));
  }
  expect(most).toBeGreaterThan(NEAR[own.kind] ?? 0.01);
});
