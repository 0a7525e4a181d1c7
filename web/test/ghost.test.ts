import {
  createJob,
  createPass,
  filePicture,
  fillOf,
  type Job,
  NEW_CUT_OUT,
  newPart,
  newStencil,
  withFill,
} from '@chromatype/core';
import { ghostPixels } from '../src/engine/ghost.ts';
import { SheetEngine } from '../src/engine/sheet-engine.ts';

const [WIDTH, HEIGHT] = [200, 100];
const RED = [200, 20, 20];
const BLUE = [20, 20, 200];
const buffer = new SharedArrayBuffer(WIDTH * HEIGHT * 4);
const bytes = new Uint8Array(buffer);
for (let k = 0; k < WIDTH * HEIGHT; k++) bytes.set([...(k % WIDTH < WIDTH / 2 ? RED : BLUE), 255], 4 * k);

/** A sheet of 40 × 20 mm that a picture fills, red on the left and blue on the right. */
function job(change: Partial<Job> = {}): Job {
  const base = createJob('x', 'a');
  const pass = createPass('a', 0, 'p');
  return {
    ...base,
    sheet: { ...base.sheet, width: 40, height: 20, ppi: 254 },
    pictures: [filePicture({ id: 'p', name: 'p', hash: 'h', width: WIDTH, height: HEIGHT })],
    passes: [withFill(pass, { feed: { ...fillOf(pass).feed, fit: 'fill' }, stencil: change.stencils ? 's' : null })],
    ...change,
  };
}

/** What a ghost makes of white at two places of the sheet: in the red half and in the blue one. */
function overWhite(of: Job): number[][] {
  const engine = new SheetEngine();
  engine.addPicture({ hash: 'h', width: WIDTH, height: HEIGHT, channels: 4, buffer });
  const view = { scale: 0.5, originX: 0, originY: 0, width: 200, height: 100 };
  const rgba = ghostPixels(engine, of, of.passes[0]!, view);
  return [50, 150].map((x) => {
    const [r, g, b, a] = rgba.subarray(4 * (50 * 200 + x));
    return [r, g, b].map((v) => Math.round(255 + (v! - 255) * (a! / 255)));
  });
}

const WHITE = [255, 255, 255];
const faint = (colour: readonly number[]) => colour.map((v) => 255 + 0.55 * (v - 255));
const near = (a: readonly number[], b: readonly number[]) => Math.max(...a.map((v, c) => Math.abs(v - b[c]!)));

test('a picture is faint where its stencil leaves the sheet bare, and unseen where it prints', () => {
  const left = newStencil('s', 's', [newPart('r', 'rectangle', { x: 0, y: 0, width: 20, height: 20 })]);
  const [red, blue] = overWhite(job({ stencils: [left] }));
  expect(red).toEqual(WHITE);
  expect(near(blue!, faint(BLUE))).toBeLessThanOrEqual(2);
});

test('what is cut out of a picture is faint, and what is kept is unseen', () => {
  const [picture] = job().pictures;
  const picks = [{ x: 0.25, y: 0.5, colour: '#c81414' }];
  const cut = { ...picture!, edit: { ...picture!.edit, cutOut: { ...NEW_CUT_OUT, picks } } };
  const [red, blue] = overWhite(job({ pictures: [cut] }));
  expect(near(red!, faint(RED))).toBeLessThanOrEqual(2);
  expect(blue).toEqual(WHITE);
});

test('a pass that prints everywhere has no ghost', () => {
  expect(overWhite(job())).toEqual([WHITE, WHITE]);
});
