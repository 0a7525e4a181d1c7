import { createJob, type Feed, filePicture, placementInMm, type Picture, shownSize, spotUnder } from '@chromatype/core';
import fc from 'fast-check';
import { croppedTo, turnedAbout } from '../src/bench/tools/crop-box.ts';

const base = createJob('x', 'p');
const sheet = { ...base.sheet, width: 200, height: 150, bleed: 3 };

const placed = fc.record({
  turn: fc.double({ min: -180, max: 180, noNaN: true }),
  turns: fc.integer({ min: 0, max: 3 }),
  flip: fc.boolean(),
  crop: fc.constantFrom(
    { left: 0, top: 0, right: 1, bottom: 1 },
    { left: 0.1, top: 0.25, right: 0.9, bottom: 0.95 },
    { left: 0, top: 0.5, right: 0.4, bottom: 1 },
  ),
  part: fc.record({
    left: fc.double({ min: 0, max: 0.4, noNaN: true }),
    top: fc.double({ min: 0, max: 0.4, noNaN: true }),
    width: fc.double({ min: 0.3, max: 0.6, noNaN: true }),
    height: fc.double({ min: 0.3, max: 0.6, noNaN: true }),
  }),
});

test('cropped at any angle, turned and mirrored, what is kept stays where it lies on the sheet', () => {
  fc.assert(
    fc.property(placed, ({ turn, turns, flip, crop, part }) => {
      const file = filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: 4000, height: 3000 });
      const picture: Picture = { ...file, edit: { ...file.edit, turns, flip, crop } };
      const feed: Feed = { ...base.passes[0]!.fills[0].feed, picture: 'a', fit: 'own', x: 40, y: 20, width: 90, turn };
      const size = shownSize(picture);
      const inMm = placementInMm(sheet, feed, size);
      const kept = { ...inMm, height: (inMm.width * size.height) / size.width };
      // A part of it, dragged at its angle: its middle is turned with the picture.
      const [width, height] = [part.width * kept.width, part.height * kept.height];
      const [cx, cy] = [kept.x + kept.width / 2, kept.y + kept.height / 2];
      const [mx, my] = turnedAbout(
        kept.x + part.left * kept.width + width / 2,
        kept.y + part.top * kept.height + height / 2,
        cx,
        cy,
        -turn,
      );
      const cut = croppedTo(picture, kept, { x: mx - width / 2, y: my - height / 2, width, height }, turn)!;
      const after: Picture = { ...picture, edit: { ...picture.edit, crop: cut.crop } };
      const feedAfter: Feed = { ...feed, x: cut.x, y: cut.y, width: cut.width };
      for (const [u, v] of [
        [0, 0],
        [0.3, -0.4],
        [-0.45, 0.2],
      ] as const) {
        const [x, y] = turnedAbout(mx + u * width, my + v * height, mx, my, -turn);
        const [before, now] = [spotUnder(sheet, feed, picture, x, y), spotUnder(sheet, feedAfter, after, x, y)];
        // A crop ends on whole pixels of the picture.
        expect(Math.abs(before.x - now.x)).toBeLessThan(2 / 4000);
        expect(Math.abs(before.y - now.y)).toBeLessThan(2 / 3000);
      }
    }),
    { numRuns: 300 },
  );
});

test('sides dragged beyond the picture end at it, and hardly anything is no crop', () => {
  const picture = filePicture({ id: 'a', name: 'a', hash: 'a'.repeat(64), width: 400, height: 300 });
  const kept = { x: 10, y: 10, width: 80, height: 60 };
  const wide = croppedTo(picture, kept, { x: -50, y: 20, width: 300, height: 20 }, 0)!;
  expect(wide.crop.left).toBe(0);
  expect(wide.crop.right).toBe(1);
  expect([wide.x, wide.width]).toEqual([10, 80]);
  expect(croppedTo(picture, kept, { x: 200, y: 20, width: 30, height: 20 }, 0)).toBeNull();
});
