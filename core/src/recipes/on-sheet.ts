import { movedBend } from '../bend/moved-bend.ts';
import { BENT_PICTURE_PARAMS } from '../bend/picture-params.ts';
import { scaledBend } from '../bend/scaled-bend.ts';
import { EDGE_PARAMS } from '../stencil/edge-params.ts';
import { type Move, movedPart } from '../stencil/moved-part.ts';
import type { Stencil } from '../stencil/stencil.ts';
import { IMPRESSION_PARAMS } from '../document/impression-params.ts';
import type { Fill, Job, Pass, Sheet } from '../document/types.ts';
import { INK_PARAMS } from '../ink/ink-params.ts';
import { PRESS_PARAMS } from '../ink/press-params.ts';
import { STOCK_PARAMS } from '../ink/stock-params.ts';
import { type SheetGeometry, sheetPixels } from '../raster/sheet.ts';
import { FAMILIES } from '../screen/families/index.ts';
import { convertFrequency, FREQUENCY_RANGE, type Frequency, pitchOf } from '../screen/frequency.ts';
import { LARGEST_PITCH, SMALLEST_PITCH } from '../screen/periodic/supercell.ts';
import type { Screen } from '../screen/settings.ts';
import { SEPARATION_PARAMS } from '../separate/params.ts';
import { type LengthScale, scaledSettings } from '../settings/scaled-settings.ts';
import { FINISH_KINDS } from '../stock/finishes/index.ts';
import { TONE_PARAMS } from '../tone/params.ts';
import { WEAR_PARAMS } from '../wear/wear-params.ts';
import type { Lengths } from './recipe.ts';

const tidy = (v: number): number => Number(v.toFixed(4));

/**
 * A frequency whose cells are larger, as far as the plates of the sheet hold them. A count across the sheet is a share of it
 * and stays; cells that keep their size are left to be refused where they are too fine.
 */
function scaledFrequency({ value, per }: Frequency, { mm, px }: LengthScale, sheet: SheetGeometry): Frequency {
  const factor = { lpi: 1 / mm, lpcm: 1 / mm, mm, px, across: 1 }[per];
  const scaled = { per, value: Math.min(FREQUENCY_RANGE.max, Math.max(FREQUENCY_RANGE.min, tidy(value * factor))) };
  const { width } = sheetPixels(sheet);
  const pitch = pitchOf(scaled, sheet.ppi, width);
  const held = Math.min(LARGEST_PITCH, Math.max(SMALLEST_PITCH, pitch));
  return mm === 1 || held === pitch ? scaled : convertFrequency({ value: held, per: 'px' }, per, sheet.ppi, width);
}

function scaledScreen(screen: Screen, by: LengthScale, sheet: SheetGeometry): Screen {
  const families = FAMILIES.map(({ name, params, fixedSizes }) => [
    name,
    fixedSizes ? screen[name] : scaledSettings(params, screen[name], by),
  ]);
  return { ...screen, frequency: scaledFrequency(screen.frequency, by, sheet), ...Object.fromEntries(families) };
}

/** What is drawn on the sheet is as large on the new one as fits, in its middle. */
interface Layout extends Move {
  readonly from: SheetGeometry;
  readonly to: SheetGeometry;
}

const layoutOn = (from: SheetGeometry, to: SheetGeometry): Layout => {
  const scale = Math.min(to.width / from.width, to.height / from.height);
  return { from, to, scale, x: (to.width - from.width * scale) / 2, y: (to.height - from.height * scale) / 2 };
};

function scaledFill(fill: Fill, by: LengthScale, { from, to, scale, x, y }: Layout): Fill {
  const { feed } = fill;
  const old = { width: from.width * scale, height: from.height * scale };
  return {
    ...fill,
    feed: {
      ...feed,
      fromX: tidy(feed.fromX * scale + x),
      fromY: tidy(feed.fromY * scale + y),
      toX: tidy(feed.toX * scale + x),
      toY: tidy(feed.toY * scale + y),
    },
    tone: scaledSettings(TONE_PARAMS, fill.tone, by),
    screen: scaledScreen(fill.screen, by, to),
    bend: fill.bend.map((bend) => movedBend(scaledBend(bend, scale), { x, y }, old, to)),
    bending: scaledSettings(BENT_PICTURE_PARAMS, fill.bending, by),
    wear: scaledSettings(WEAR_PARAMS, fill.wear, by),
  };
}

function scaledPass(pass: Pass, by: LengthScale, layout: Layout): Pass {
  const [first, ...others] = pass.fills.map((fill) => scaledFill(fill, by, layout));
  const ink = scaledSettings(INK_PARAMS, pass.ink, by);
  return {
    ...pass,
    fills: [first!, ...others],
    ink: { ...ink, press: scaledSettings(PRESS_PARAMS, ink.press, by) },
    impression: scaledSettings(IMPRESSION_PARAMS, pass.impression, by),
  };
}

const scaledStencil = (stencil: Stencil, layout: Layout): Stencil => ({
  ...stencil,
  parts: stencil.parts.map((part) => movedPart(part, layout)),
  edges: scaledSettings(EDGE_PARAMS, stencil.edges, { mm: layout.scale, px: layout.scale }),
});

function scaledSurface(sheet: Sheet, by: LengthScale): Sheet {
  const finish = FINISH_KINDS.map(({ name, params }) => [name, scaledSettings(params, sheet.finish[name], by)]);
  return {
    ...sheet,
    stock: scaledSettings(STOCK_PARAMS, sheet.stock, by),
    finish: { ...sheet.finish, ...Object.fromEntries(finish) },
  };
}

/**
 * A job on a sheet of another size and resolution. Dots and other lengths of its chains stay as many mm, or grow with the
 * root of the sheet's area; pixels follow the resolution. Stencils, bends and gradations are drawn on the sheet: they go
 * with it, as large as fits, in its middle. Stones have the sizes that are sold and stay.
 */
export function onSheet(job: Job, lengths: Lengths, sheet: SheetGeometry): Job {
  const from = job.sheet;
  const mm = lengths === 'sheet' ? Math.sqrt((sheet.width * sheet.height) / (from.width * from.height)) : 1;
  const by: LengthScale = { mm, px: (mm * sheet.ppi) / from.ppi };
  const layout = layoutOn(from, sheet);
  const { width, height, bleed, ppi } = sheet;
  return {
    ...job,
    sheet: { ...scaledSurface(from, by), width, height, bleed, ppi },
    stencils: job.stencils.map((stencil) => scaledStencil(stencil, layout)),
    separations: job.separations.map((s) => ({ ...s, settings: scaledSettings(SEPARATION_PARAMS, s.settings, by) })),
    passes: job.passes.map((pass) => scaledPass(pass, by, layout)),
  };
}
