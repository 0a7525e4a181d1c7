import {
  createPass,
  DEFAULT_JOB_STONES,
  type Fill,
  fillOf,
  type Ink,
  type Job,
  newPart,
  newStencil,
  type Pass,
  type Picture,
  plainInk,
  type Stencil,
  type StencilPart,
  type StoneSettings,
  transformedPath,
} from '@chromatype/core';
import { lettered } from './lettering-path.ts';
import { job } from './made-jobs.ts';

const STEEL: Ink = { ...plainInk('Stones', '#8a8f94'), meets: 'normal' };

/** A region of stones: the outlines that it is laid in, and how. */
interface Region {
  readonly name: string;
  readonly parts: readonly StencilPart[];
  readonly own: Partial<StoneSettings>;
}

/** Outlines whose numbers are mm of the sheet; a shape stands about the middle of its box, here one of a millimetre. */
const outline = (path: string): StencilPart =>
  newPart('outline', 'shape', { shape: 'own', path, x: -0.5, y: -0.5, width: 1, height: 1 });

const polygon = (id: string, points: readonly number[]): StencilPart => newPart(id, 'polygon', { points });

/** A pass of stones with a fill and a stencil for each region. */
function stonePass(regions: readonly Region[]): { readonly pass: Pass; readonly stencils: readonly Stencil[] } {
  const base = createPass('stones', 0, null);
  const fill = fillOf(base);
  const fills = regions.map(
    ({ name, own }, k): Fill => ({
      ...fill,
      id: `stones-${k + 1}`,
      name,
      stencil: `art-${k + 1}`,
      screen: { ...fill.screen, family: 'stones', stones: { ...fill.screen.stones, ...own } },
    }),
  );
  return {
    pass: { ...base, name: 'Stones', ink: STEEL, fills: [fills[0]!, ...fills.slice(1)] },
    stencils: regions.map(({ name, parts }, k) => newStencil(`art-${k + 1}`, name, parts)),
  };
}

/** Corners of the kite on the jacket, in mm. */
const [TOP, RIGHT, FOOT, LEFT, CROSS] = [
  [140, 30],
  [212, 108],
  [140, 218],
  [68, 108],
  [140, 108],
] as const;

/** A bow of the tail: two triangles that meet in a point. */
const bow = (id: string, x: number, y: number, turn: number): StencilPart[] => {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const at = (u: number, v: number) => [x + c * u - s * v, y + s * u + c * v].map((n) => Number(n.toFixed(2)));
  return [
    polygon(`${id}-1`, [...at(3, 0), ...at(23, -9), ...at(23, 9)]),
    polygon(`${id}-2`, [...at(-3, 0), ...at(-23, -9), ...at(-23, 9)]),
  ];
};

/** Lettering in a box, kept with its words so that they can be changed. */
function letters(text: string, x: number, y: number, width: number, height: number, em: number): StencilPart {
  const aspect = width / height;
  const path = transformedPath(lettered('wide', [text], em / width), [`translate(0.5 ${0.5 / aspect})`]);
  return newPart('letters', 'lettering', {
    x,
    y,
    width,
    height,
    text,
    font: 'Bricolage Grotesque ExtraBold',
    size: Number((em / height).toFixed(3)),
    spacing: 0,
    path,
  });
}

/** The back of a jacket: a kite with its tail and the festival's name, in three sizes and four colours. */
function jacket(): Job {
  const field = (...corners: readonly (readonly [number, number])[]) =>
    polygon(`field-${corners[0]![0]}`, corners.flat());
  const small: Partial<StoneSettings> = { gap: 0.4, sizes: ['SS6'] };
  const regions: readonly Region[] = [
    {
      name: 'Edge of the kite',
      parts: [polygon('edge', [TOP, RIGHT, FOOT, LEFT].flat())],
      own: { way: 'run', side: 'inside', corner: true, sizes: ['SS16'], gap: 0.5, colours: ['Clear'] },
    },
    {
      name: 'Spars',
      parts: [outline(`M${TOP.join(' ')}L${FOOT.join(' ')}M${LEFT.join(' ')}L${RIGHT.join(' ')}`)],
      own: { way: 'run', side: 'centre', sizes: ['SS10'], gap: 0.5, colours: ['Clear'] },
    },
    {
      name: 'Red fields',
      parts: [field(TOP, CROSS, LEFT), field(CROSS, RIGHT, FOOT)],
      own: { way: 'inward', sizes: ['SS10'], gap: 0.4, colours: ['Signal red'] },
    },
    {
      name: 'Yellow fields',
      parts: [field(CROSS, TOP, RIGHT), field(LEFT, CROSS, FOOT)],
      own: { way: 'packed', sizes: ['SS16', 'SS10', 'SS6'], gap: 0.4, colours: ['Gull yellow'] },
    },
    {
      name: 'Tail',
      parts: [outline('M140 222C116 238 112 252 134 262C160 274 166 286 148 300')],
      own: { way: 'run', side: 'centre', sizes: ['SS10'], gap: 0.6, colours: ['Clear'] },
    },
    {
      name: 'Bows',
      parts: [...bow('a', 120, 245, 0.35), ...bow('b', 158, 280, -0.3)],
      own: { way: 'rows', rows: 'brick', angle: 25, colours: ['Deep teal'], ...small },
    },
    {
      name: 'Letters',
      parts: [letters('KITE WEEK', 15, 312, 250, 46, 42)],
      own: { way: 'inward', corner: true, colours: ['Clear', 'Deep teal'], colouring: 'rows', ...small },
    },
  ];
  const { pass, stencils } = stonePass(regions);
  const made = job('Jacket back in stones', 280, 370, '#1b2233', [], [pass], 150);
  return { ...made, stencils, stones: { ...DEFAULT_JOB_STONES, mostColours: 4 } };
}

/** A small motif for a shirt: a picture in cells of the smallest stone, each of the nearest colour. */
function motif(shirt: Picture): Job {
  const base = createPass('stones', 0, shirt.id);
  const fill = fillOf(base);
  const own: Partial<StoneSettings> = {
    way: 'picture',
    rows: 'brick',
    sizes: ['SS6'],
    gap: 0.3,
    colours: ['Clear', 'Signal red', 'Gull yellow', 'Deep teal'],
    leaveCloth: true,
  };
  const screen = { ...fill.screen, family: 'stones', stones: { ...fill.screen.stones, ...own } } as const;
  const pass: Pass = {
    ...base,
    name: 'Stones',
    ink: STEEL,
    fills: [{ ...fill, name: 'Kites', feed: { ...fill.feed, part: 'colour' }, screen }],
  };
  return job('Shirt motif in stones', 160, 120, '#22252c', [shirt], [pass], 200);
}

/** The jobs of Kite Week that are made of stones. */
export const stoneJobs = (shirt: Picture): Job[] => [jacket(), motif(shirt)];
