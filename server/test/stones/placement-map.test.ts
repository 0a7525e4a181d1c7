import {
  createJob,
  createKernels,
  type Job,
  newPart,
  newStencil,
  planPassStones,
  readJob,
  withFill,
} from '@chromatype/core';
import { writeFile } from '../../src/render/write-file.ts';
import { circlesOfSvg, expectSame, popplerSvg } from './circles.ts';
import { inFolder, file } from './stone-line.ts';

inFolder();

describe('a placement map', () => {
  /** A letter L of stones in two colours, by rows. */
  function letterJob(mirrored: boolean): Job {
    const base = createJob('Letter', 'p');
    const fill = base.passes[0]!.fills[0];
    const stones = {
      ...fill.screen.stones,
      way: 'rows',
      colours: ['Clear', 'Signal red'],
      colouring: 'rows',
    } as const;
    const shape = { shape: 'own', path: 'M10 10H30V50H70V70H10Z', x: -0.5, y: -0.5, width: 1, height: 1 };
    return readJob({
      ...base,
      stones: { ...base.stones, mirrored },
      stencils: [newStencil('s', 's', [newPart('a', 'shape', shape)])],
      passes: [withFill(base.passes[0]!, { stencil: 's', screen: { ...fill.screen, family: 'stones', stones } })],
    });
  }

  /** The circles of a map in mm, and its drawing as poppler reads it. */
  async function mapOf(mirrored: boolean) {
    const kernels = createKernels();
    const job = letterJob(mirrored);
    await writeFile({ kernels, job, asked: { kind: 'stones-map' }, pictures: () => null, file: file('map.pdf') });
    const { stones: list } = planPassStones({ kernels, pictures: () => null }, job, job.passes[0]!)!.layout();
    const svg = popplerSvg('map.pdf');
    // Stones are stroked and filled: each is drawn twice, and words are filled alone.
    const stroked = svg.replace(/<path\b(?![^>]*stroke-width:0\.25)[^>]*\/>/g, '');
    return { svg, list, circles: circlesOfSvg(stroked, 25.4 / 72) };
  }

  test('shows every stone in true size in its place, with a scale bar of 100 mm', async () => {
    const { svg, list, circles } = await mapOf(false);
    expect(circles.length).toBe(list.count);
    const [left, top] = [Math.min(...circles.map((c) => c.x)), Math.min(...circles.map((c) => c.y))];
    const [ownLeft, ownTop] = [Math.min(...list.x), Math.min(...list.y)];
    expectSame(
      circles.map((c) => ({ ...c, x: c.x - left, y: c.y - top })),
      Array.from(list.x, (x, k) => ({ x: x - ownLeft, y: list.y[k]! - ownTop, r: 1.4 })),
      0.005,
    );
    const lines = [...svg.matchAll(/stroke-width:0\.6[^>]*\bd="M ([\d.]+) ([\d.]+) L ([\d.]+) ([\d.]+)/g)];
    const longest = Math.max(...lines.map((l) => Math.abs(Number(l[3]) - Number(l[1]))));
    expect((longest * 25.4) / 72).toBeCloseTo(100, 2);
  });

  test('mirrored shows the places from behind', async () => {
    const [plain, mirrored] = [await mapOf(false), await mapOf(true)];
    const across = Math.max(...plain.circles.map((c) => c.x)) + Math.min(...plain.circles.map((c) => c.x));
    expectSame(
      mirrored.circles,
      plain.circles.map((c) => ({ ...c, x: across - c.x })),
      0.005,
    );
  });
});
