import {
  CHART_HEIGHT,
  CHART_VERSION,
  CHART_WIDTH,
  type ChartSpec,
  FULL_SIZE,
  MOST_CHART_INKS,
} from '../chart/chart-spec.ts';
import { MM_PER_INCH } from '../math/units.ts';
import { luminance } from '../colour/luminance.ts';
import { createJob, createPass } from '../document/defaults.ts';
import { fillOf, withFill } from '../document/fills.ts';
import { normalsOf, type Params } from '../settings/params.ts';
import type { Job, Pass } from '../document/types.ts';
import type { Ink, Stock } from '../ink/types.ts';
import { STOCK_PARAMS } from '../ink/stock-params.ts';
import { PRESS_PARAMS } from '../ink/press-params.ts';
import { printedInk, stockLight } from '../ink/printed-ink.ts';
import { DEFAULT_FEED, madePicture, type Picture } from '../picture/types.ts';
import { printingPasses } from '../print/printing-passes.ts';
import { printsOf } from '../print/plate-values.ts';
import { FAMILIES } from '../screen/families/index.ts';
import { DEFAULT_SCREEN, type Screen } from '../screen/settings.ts';
import { GROUND_PARAMS } from '../stock/ground-params.ts';
import { NO_FINISH } from '../stock/finishes/index.ts';
import { DEFAULT_TONE } from '../tone/tone.ts';

/** A job of which no chart can be made, in one sentence. */
export class ChartError extends Error {}

/** Room that printers leave bare at the edges of a sheet, in mm. */
const EDGE = 5;

/** The passes that a chart of a job is made for. @throws ChartError */
export function chartPasses(job: Job): readonly Pass[] {
  const passes = printingPasses(job);
  if (passes.length === 0) throw new ChartError('No pass of this job prints; switch one on.');
  if (passes.length > MOST_CHART_INKS)
    throw new ChartError(
      `A chart is made for at most ${MOST_CHART_INKS} inks; ${passes.length} passes print. Hide some.`,
    );
  return passes;
}

/** The ink that stands out most from the stock of a job. */
function keyOf(job: Job, inks: readonly Ink[]): number {
  const bare = stockLight(job.sheet.stock);
  const contrast = (ink: Ink): number => {
    const { through, adds } = printedInk(ink);
    const light = ([0, 1, 2] as const).map((c) => bare[c] * through[c] + adds[c]) as [number, number, number];
    return Math.abs(luminance(...light) - luminance(...bare));
  };
  return inks.map((_, k) => k).reduce((a, b) => (contrast(inks[b]!) > contrast(inks[a]!) ? b : a));
}

/** Whether a screen reads pictures, stencils or passes of its job, which a chart does not have. */
function readsOthers(screen: Screen): boolean {
  const { params } = FAMILIES.find((f) => f.name === screen.family)!;
  const settings = screen[screen.family] as Readonly<Record<string, unknown>>;
  return Object.entries(params as Params).some(
    ([name, { kind }]) => (kind === 'picture' || kind === 'stencil' || kind === 'pass') && settings[name] !== null,
  );
}

/** The screen of a pass where it prints tones by marks of one ink; otherwise dots as a new pass has them. */
function screenOf(pass: Pass): Screen {
  const { screen } = fillOf(pass);
  const { screened, palette, artwork } = printsOf({ fills: [fillOf(pass)] });
  const own =
    screened && !palette && !artwork && !readsOthers(screen)
      ? screen
      : { ...DEFAULT_SCREEN, frequency: screen.frequency };
  // A chart shows what the press holds, also of the dots that the artist leaves out.
  return { ...own, angle: screen.angle, smallest: 0, solidFrom: 1 };
}

/** Stocks darker than this are no paper that a file could be printed on in their colour. */
const DARK = 0.2;

/** The stock without what a file would print of it: a chart that is sent to a printer holds inks alone. */
function bareOf(stock: Stock): Stock {
  const plain = { ...stock, ...normalsOf(STOCK_PARAMS), measured: null, overprints: [] };
  return luminance(...stockLight(stock)) < DARK ? plain : { ...plain, colour: '#ffffff' };
}

const sizeOn = (width: number, height: number): number =>
  Math.min(
    FULL_SIZE,
    Math.floor(FULL_SIZE * Math.min((width - 2 * EDGE) / CHART_WIDTH, (height - 2 * EDGE) / CHART_HEIGHT)),
  );

/** Smallest chart, in twentieths: patches of it hold some cells of a fine screen still. */
const SMALLEST = 6;

/**
 * The calibration chart of a job, as a job of its own: its inks, stock, resolution and screens on a sheet of a size in mm,
 * with plain tones and without what the press settings of its inks say.
 * @throws ChartError where no chart can be made
 */
export function chartJob(job: Job, sheet: { readonly width: number; readonly height: number }): Job {
  const from = chartPasses(job);
  const twentieths = sizeOn(sheet.width, sheet.height);
  if (twentieths < SMALLEST) throw new ChartError('The sheet is too small for a chart; it takes 66 × 89 mm at least.');
  const inks = from.map(({ ink }) => ink);
  const key = keyOf(job, inks);
  const unit = twentieths / FULL_SIZE;
  const [width, height] = [unit * CHART_WIDTH, unit * CHART_HEIGHT];
  // The chart begins on a pixel of the plates.
  const perMm = job.sheet.ppi / MM_PER_INCH;
  const pixel = 1 / (perMm * unit);
  const onPixel = (mm: number) => Math.round(mm * perMm) / perMm;
  const place = { x: onPixel((sheet.width - width) / 2), y: onPixel((sheet.height - height) / 2), width };
  const pictureOf = (k: number): Picture =>
    madePicture({
      id: `chart-${k + 1}`,
      name: `Chart, ${inks[k]!.name}`,
      made: {
        kind: 'chart',
        settings: { inks: inks.length, ink: k + 1, key: key + 1, size: twentieths, pixel, chart: CHART_VERSION },
      },
      width: CHART_WIDTH,
      height: CHART_HEIGHT,
    });
  const blank = createJob(`Chart for ${job.title}`.slice(0, 200), 'chart');
  return {
    ...blank,
    sheet: {
      ...job.sheet,
      width: sheet.width,
      height: sheet.height,
      bleed: 0,
      ground: normalsOf(GROUND_PARAMS),
      finish: NO_FINISH,
      stock: bareOf(job.sheet.stock),
    },
    pictures: inks.map((_, k) => pictureOf(k)),
    passes: from.map((pass, k): Pass => {
      const made = createPass(`chart-pass-${k + 1}`, k, `chart-${k + 1}`);
      return {
        ...withFill(made, {
          feed: { ...DEFAULT_FEED, picture: `chart-${k + 1}`, fit: 'own', ...place },
          tone: { ...DEFAULT_TONE, meaning: 'even' },
          screen: screenOf(pass),
        }),
        name: pass.name,
        ink: { ...pass.ink, meets: 'overprint', press: normalsOf(PRESS_PARAMS) },
      };
    }),
    plates: { ...job.plates, mirror: false, negative: false },
  };
}

/** The chart that a job prints; null where it is none. */
export function chartOf(job: Job): ChartSpec | null {
  const made = job.pictures[0]?.made;
  if (made?.kind !== 'chart') return null;
  const { inks, key, size } = made.settings as { readonly inks: number; readonly key: number; readonly size: number };
  return { inks, key: key - 1, twentieths: size };
}
