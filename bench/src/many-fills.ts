import {
  createFill,
  createJob,
  createPass,
  type Fill,
  type Job,
  MM_PER_INCH,
  newPart,
  newStencil,
  type Pass,
  type Stencil,
} from '@chromatype/core';
import type { Page } from '@playwright/test';
import { drag, dragRows, type PreviewTools } from './dragging.ts';
import type { Row } from './statistics.ts';

/** Milliseconds until nothing of earlier rows is under way. */
const QUIET = 20_000;
const PASSES = 12;
const FILLS = 40;
const WIDTH = (6000 / 300) * MM_PER_INCH;
const HEIGHT = (4000 / 300) * MM_PER_INCH;

/** Shapes of all kinds over the sheet, some of them with soft, grown or inset edges. */
function stencils(): Stencil[] {
  return Array.from({ length: FILLS }, (_, k): Stencil => {
    const [x, y] = [((k * 97) % 100) * 0.008 * WIDTH, ((k * 61) % 100) * 0.007 * HEIGHT];
    const [width, height] = [WIDTH * 0.2, HEIGHT * 0.25];
    const corners = Array.from({ length: 9 }, (_, n) => {
      const turn = (2 * Math.PI * n) / 9;
      const reach = n % 2 ? 0.25 : 0.5;
      return [x + width * (0.5 + reach * Math.cos(turn)), y + height * (0.5 + reach * Math.sin(turn))];
    });
    const strokes = [0, 1, 2].map((n) => ({
      does: 'paint',
      size: 14,
      hardness: 0.3,
      strength: 1,
      points: [x, y + n * 20, 1, x + width, y + n * 24, 1, x + width / 2, y + height, 1],
    }));
    const parts = [
      newPart('a', 'ellipse', { x, y, width, height }),
      newPart('a', 'polygon', { points: corners.flat() }),
      newPart('a', 'rectangle', { x, y, width, height, turn: 12 }),
      newPart('a', 'brush', { strokes }),
    ];
    const stencil = newStencil(`s${k}`, `Shape ${k + 1}`, [parts[k % parts.length]!]);
    const edges = [{}, {}, { feather: 4 }, {}, { inset: 3 }, {}, { grow: 2 }][k % 7]!;
    return { ...stencil, edges: { ...stencil.edges, ...edges } };
  });
}

/** Twelve passes with 40 fills in stencils on a sheet of 24 megapixels. */
export function manyFills(): Job {
  const base = createJob('Many fills', 'p0');
  const passes = Array.from({ length: PASSES }, (_, p): Pass => {
    const pass = createPass(`p${p}`, p, null);
    const fills = Array.from({ length: FILLS }, (_, k) => k)
      .filter((k) => k % PASSES === p)
      .map((k): Fill => {
        const fill = createFill(`f${k}`, null);
        const graded = k % 5 === 0 ? ({ run: 'linear', tintTo: 0.8, toX: WIDTH, toY: HEIGHT } as const) : {};
        return {
          ...fill,
          stencil: `s${k}`,
          over: k % 3 ? 'replaces' : 'adds',
          screen: pass.fills[0].screen,
          feed: { ...fill.feed, part: 'tint', tint: 0.15 + (k % 8) * 0.1, ...graded },
        };
      });
    return { ...pass, fills: fills as unknown as Pass['fills'] };
  });
  return { ...base, sheet: { ...base.sheet, width: WIDTH, height: HEIGHT, ppi: 300 }, stencils: stencils(), passes };
}

/** The tint of one of 40 fills over twelve passes, dragged. */
export async function manyFillsRows(page: Page, { newJob, open, again }: PreviewTools): Promise<Row[]> {
  await open(`/jobs/${await newJob(manyFills())}?pass=p1&fill=f13`);
  // The server still makes the small prints of the jobs before this one, which takes both cores for a while.
  await page.waitForTimeout(QUIET);
  return again(async () => {
    const slider = (await page.getByRole('slider', { name: 'Tint', exact: true }).boundingBox())!;
    const [x, y] = [slider.x + slider.width / 2, slider.y + slider.height / 2];
    return dragRows('tint of one of 40 fills', await drag(page, [x, y], (k) => [x + k, y]), '24 MP, twelve passes');
  });
}
