import { cosine, sine } from '../math/exact.ts';
import { type Polygon, polygonsOf } from '../raster/outline-coverage.ts';
import { transformedPath } from '../raster/path-data.ts';
import { denseEdge } from './edges/dense.ts';
import { EDGE_KINDS, type EdgeKind } from './edges/index.ts';
import { glyphsOf } from './glyphs.ts';
import { morphOf, type Morph } from './morph.ts';
import { type Box, boxOf, clockwise, type Outline, outlineArea, reachOf } from './outline.ts';
import type { MarkSettings } from './params.ts';
import { markShapeOf, type ShapeSettings } from './shapes/index.ts';
import { simplified } from './unite.ts';

/** The outline of marks of one size, about 0, 0 and nearly 1 wide; y runs downwards. Marks of one outline share the object. */
export interface UnitOutline {
  readonly outline: Outline;
  readonly area: number;
  readonly box: Box;
  /** Greatest distance of its points from 0, 0. */
  readonly reach: number;
  /** Its radius if it is a full circle about 0, 0. */
  readonly circle: number | null;
  /** What it is called in lists of marks. */
  readonly name: string;
  /** The same with its curves as they were drawn, as an SVG path without arcs and shorthands; null where only points are known. */
  readonly path: string | null;
}

/** What a mark's outline depends on besides the settings. */
export interface OutlineAsked {
  /** 0..1. */
  readonly tone: number;
  /** Which letter of a text it is. */
  readonly turn: number;
  /** A whole number of the mark's own. */
  readonly seed: number;
}

export interface MarkOutlines {
  /** The outline of a mark; null where its letter is a space. */
  of(asked: OutlineAsked): UnitOutline | null;
  /** Greatest `reach` and smallest area of its outlines, and the box that holds all of them. */
  readonly reach: number;
  readonly box: Box;
}

const EMPTY: UnitOutline = {
  outline: [],
  area: 0,
  box: { left: 0, top: 0, right: 0, bottom: 0 },
  reach: 0,
  circle: null,
  name: '',
  path: null,
};

/** How far lines may be from the curve that they stand for, in pixels. */
const FLATNESS = 0.03;
/** `polygonsOf` is that close to a curve, in its own unit. */
const PATH_FLATNESS = 0.01;

function unitOf(outline: Outline, name: string, path: string | null, circle: number | null): UnitOutline {
  return { outline, area: outlineArea(outline), box: boxOf(outline), reach: reachOf(outline), circle, name, path };
}

/** How many corners a circle so many pixels wide needs. */
const cornersOfCircle = (pixels: number, flatness: number): number =>
  Math.max(12, Math.ceil(Math.PI / Math.sqrt((2 * flatness) / (pixels / 2))));

/** A circle of radius ½ as a polygon of the same area, as fine as a circle so many pixels wide needs it. */
export const circlePolygon = (pixels: number, flatness = FLATNESS): Polygon =>
  evenPolygon(cornersOfCircle(pixels, flatness));

/** A polygon of n even corners with the area of a circle of radius ½. */
function evenPolygon(n: number): Polygon {
  const r = 0.5 * Math.sqrt((2 * Math.PI) / (n * sine((2 * Math.PI) / n)));
  const p = new Float64Array(2 * n);
  for (let k = 0; k < n; k++) {
    const angle = (2 * Math.PI * k) / n;
    p[2 * k] = r * cosine(angle);
    p[2 * k + 1] = r * sine(angle);
  }
  return p;
}

/** Circles by their corners. */
const circles = new Map<number, Outline>();
/** Corners are a multiple of this, so that marks of nearly one size share an outline. */
const CORNER_STEP = 8;

/** The outline of a mark so many pixels wide: a circle has no more corners than it needs. */
export function drawnOutline({ outline, circle }: UnitOutline, pixels: number): Outline {
  if (circle === null) return outline;
  const n = CORNER_STEP * Math.ceil(cornersOfCircle(pixels, FLATNESS) / CORNER_STEP);
  let own = circles.get(n);
  if (!own) {
    own = [evenPolygon(n)];
    circles.set(n, own);
  }
  return own;
}

/** An SVG path as an outline, its curves as fine as a mark `pixels` wide needs them. */
function flattened(path: string, pixels: number): Outline {
  const k = Math.max(4, Math.min(1e4, (pixels * PATH_FLATNESS) / FLATNESS));
  return polygonsOf(path, [k, 0, 0, k, 0, 0]).map((p) => p.map((v) => v / k));
}

function shapeOutline(name: string, s: ShapeSettings, pixels: number): Outline {
  if (name === 'circle') return [circlePolygon(pixels)];
  if (name === 'own' && s.path.trim() === '') return [];
  const outline = flattened(markShapeOf(name).path(s), pixels);
  return name === 'own' ? simplified(outline) : clockwise(outline);
}

type Treatment = readonly [EdgeKind, number];

const treatmentsOf = (s: MarkSettings): Treatment[] =>
  EDGE_KINDS.map((kind): Treatment => [kind, s[kind.name]]).filter(([, amount]) => amount > 0);

/** An outline with its edges treated. */
function treated(
  outline: Outline,
  treatments: readonly Treatment[],
  share: number,
  count: number,
  seed: number,
): Outline {
  if (share === 0) return outline;
  const radius = reachOf(outline);
  return treatments.reduce<Outline>(
    (now, [kind, amount]) =>
      now.map((p) => {
        const edge = denseEdge(p);
        const out = new Float64Array(edge.points.length);
        kind.move(edge, { amount: amount * share, count, seed, radius }, out);
        return out;
      }),
    outline,
  );
}

/** Steps of tone between which the shape of a mark does not change. */
const TONE_STEPS = 256;
/** Ragged marks take one of so many edges. */
const VARIANTS = 24;

/** The outlines that marks with these settings take, where none is wider than so many pixels. */
export function markOutlines(s: MarkSettings, pixels: number): MarkOutlines {
  const treatments = treatmentsOf(s);
  const glyphs = s.shape === 'letters' ? glyphsOf(s, (path) => clockwise(flattened(path, pixels))) : null;
  const first = glyphs ? [] : shapeOutline(s.shape, s, pixels);
  const into = { ...s, sides: s.intoSides, inner: s.intoInner, path: s.intoPath, round: 0 };
  const second = s.into === 'none' || glyphs ? null : shapeOutline(s.into, into, pixels);
  const morph: Morph | null = second && second.length > 0 && first.length > 0 ? morphOf(first, second) : null;
  const byTone = s.turnsBy !== 'amount';
  const changes = (morph !== null && byTone) || (treatments.length > 0 && s.edgesByTone);
  const ragged = s.ragged > 0;
  const known = new Map<string, UnitOutline>();
  // Most marks take the outline of the one before them.
  let last = { name: '', step: -1, variant: -1, made: EMPTY };

  function make(base: Outline, name: string, step: number, variant: number): UnitOutline {
    const tone = step / (TONE_STEPS - 1);
    const shaped = morph ? morph((byTone ? tone : 1) * (s.turnsBy === 'tone' ? 1 : s.turned)) : base;
    const plain = !morph && treatments.length === 0;
    const edges =
      treatments.length > 0 ? treated(shaped, treatments, s.edgesByTone ? tone : 1, s.teeth, variant) : shaped;
    return unitOf(edges, name, plain ? pathOf(name) : null, plain && s.shape === 'circle' ? 0.5 : null);
  }

  /** The path of a letter or of the shape, where its outline is just that. */
  function pathOf(name: string): string | null {
    if (glyphs) return glyphs.pathOf(name);
    return s.shape === 'own' ? null : transformedPath(markShapeOf(s.shape).path(s), []);
  }

  function kept(base: Outline, name: string, step: number, variant: number): UnitOutline {
    if (last.step === step && last.variant === variant && last.name === name) return last.made;
    const key = `${name} ${step} ${variant}`;
    let made = known.get(key);
    if (!made) {
      made = base.length === 0 ? EMPTY : make(base, name, step, variant);
      known.set(key, made);
    }
    last = { name, step, variant, made };
    return made;
  }

  // The ends of the tone hold the largest of all outlines, nearly: a little more is allowed for.
  const samples = [0, 64, 128, 192, 255].flatMap((step) =>
    glyphs ? glyphs.all.map((g) => kept(g.outline, g.letter, step, 0)) : [kept(first, s.shape, step, 0)],
  );
  const more = treatments.length > 0 ? 1.6 : 1;
  const boxes = samples.map((u) => u.box);
  return {
    reach: more * Math.max(0, ...samples.map((u) => u.reach)),
    box: {
      left: Math.min(...boxes.map((b) => b.left)),
      top: Math.min(...boxes.map((b) => b.top)),
      right: Math.max(...boxes.map((b) => b.right)),
      bottom: Math.max(...boxes.map((b) => b.bottom)),
    },
    of({ tone, turn, seed }) {
      const step = changes ? Math.round(Math.min(1, Math.max(0, tone)) * (TONE_STEPS - 1)) : 0;
      const variant = ragged ? seed % VARIANTS : 0;
      if (!glyphs) return kept(first, s.shape, step, variant);
      const glyph = s.letterUse === 'ink' ? glyphs.byInk(tone) : glyphs.inTurn(turn);
      return glyph && kept(glyph.outline, glyph.letter, step, variant);
    },
  };
}
