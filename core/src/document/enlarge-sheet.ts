import { movedBend } from '../bend/moved-bend.ts';
import { placementInMm } from '../picture/placement.ts';
import { shownSize } from '../picture/edit.ts';
import { DEFAULT_FEED, type Feed } from '../picture/types.ts';
import { type SheetGeometry, sheetPixels } from '../raster/sheet.ts';
import { pitchOf } from '../screen/frequency.ts';
import { movedPart } from '../stencil/moved-part.ts';
import type { StencilPart } from '../stencil/stencil.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { MOST_SHEET_PIXELS } from './limits.ts';
import { SHEET_PARAMS } from './sheet-params.ts';
import type { Fill, Job } from './types.ts';

/** A ratio of width to height. */
export interface Ratio {
  readonly name: string;
  readonly label: string;
  readonly width: number;
  readonly height: number;
}

/** Ratios that screens and frames have. */
export const RATIOS: readonly Ratio[] = (
  [
    ['square', 1, 1],
    ['16:9', 16, 9],
    ['9:16', 9, 16],
    ['4:3', 4, 3],
    ['3:4', 3, 4],
    ['3:2', 3, 2],
    ['2:3', 2, 3],
    ['4:5', 4, 5],
  ] as const
).map(([name, width, height]) => ({ name, label: name, width, height }));

const tidy = (mm: number): number => Number(mm.toFixed(3));

/** A feed that lies where it lay, on a sheet that has grown by so many mm on the left and at the top. */
function movedFeed(job: Job, feed: Feed, dx: number, dy: number): Feed {
  const picture = job.pictures.find((p) => p.id === feed.picture);
  const tint = { fromX: feed.fromX + dx, fromY: feed.fromY + dy, toX: feed.toX + dx, toY: feed.toY + dy };
  if (!picture || feed.from === 'print') return { ...feed, ...tint };
  const at = feed.fit === 'own' ? feed : placementInMm(job.sheet, feed, shownSize(picture));
  return { ...feed, ...tint, fit: 'own', x: tidy(at.x + dx), y: tidy(at.y + dy), width: at.width };
}

/** A part of a stencil that lies where it lay; one that looks at a picture goes with the picture. */
function movedStencilPart(job: Job, part: StencilPart, dx: number, dy: number): StencilPart {
  const { picture, fit } = part.settings;
  if (typeof picture !== 'string' || typeof fit !== 'string') return movedPart(part, { scale: 1, x: dx, y: dy });
  const { x, y, width } = movedFeed(job, { ...DEFAULT_FEED, ...part.settings }, dx, dy);
  return { ...part, settings: { ...part.settings, fit: 'own', x, y, width } };
}

/** A screen whose cells stay as large as they were: a count across the sheet becomes a pitch. */
function movedScreen(
  sheet: SheetGeometry,
  grown: SheetGeometry,
  screen: Fill['screen'],
  dx: number,
  dy: number,
): Fill['screen'] {
  const { frequency } = screen;
  const pitch = (pitchOf(frequency, sheet.ppi, sheetPixels(sheet).width) / sheet.ppi) * MM_PER_INCH;
  const across = (share: number, own: number, whole: number, by: number) => (share * own + by) / whole;
  return {
    ...screen,
    frequency: frequency.per === 'across' ? { value: Number(pitch.toFixed(4)), per: 'mm' } : frequency,
    centreX: across(screen.centreX, sheet.width, grown.width, dx),
    centreY: across(screen.centreY, sheet.height, grown.height, dy),
  };
}

/**
 * Enlarges the sheet around the art to a ratio: it grows on two sides, and pictures, stencils, gradations and what was
 * painted stay where they are on the art. Returns a sentence if the sheet would be too large.
 */
export function enlargedToRatio(job: Job, ratio: Pick<Ratio, 'width' | 'height'>): Job | string {
  const { width, height } = job.sheet;
  const wide = (ratio.width / ratio.height) * height;
  const size =
    wide >= width ? { width: tidy(wide), height } : { width, height: tidy((ratio.height / ratio.width) * width) };
  const sheet = { ...job.sheet, ...size };
  const pixels = sheetPixels(sheet);
  if (Math.max(size.width, size.height) > SHEET_PARAMS.width.max || pixels.width * pixels.height > MOST_SHEET_PIXELS)
    return `The sheet would be ${tidy(size.width)} × ${tidy(size.height)} mm, which is too large; make it smaller first.`;
  const [dx, dy] = [(size.width - width) / 2, (size.height - height) / 2];
  const moved = (fill: Fill): Fill => ({
    ...fill,
    feed: movedFeed(job, fill.feed, dx, dy),
    screen: movedScreen(job.sheet, sheet, fill.screen, dx, dy),
    bend: fill.bend.map((bend) => movedBend(bend, { x: dx, y: dy }, { width, height }, size)),
    tone: {
      ...fill.tone,
      paint: fill.tone.paint.map((stroke) => ({
        ...stroke,
        points: stroke.points.map((v, k) => (k % 3 === 0 ? v + dx : k % 3 === 1 ? v + dy : v)),
      })),
    },
  });
  return {
    ...job,
    sheet,
    stencils: job.stencils.map((stencil) => ({
      ...stencil,
      parts: stencil.parts.map((part) => movedStencilPart(job, part, dx, dy)),
    })),
    passes: job.passes.map((pass) => {
      const [first, ...others] = pass.fills.map(moved);
      return { ...pass, fills: [first!, ...others] };
    }),
  };
}
