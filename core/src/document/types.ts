import type { Bend } from '../bend/index.ts';
import type { BentPictureSettings } from '../bend/picture-params.ts';
import type { ColouringSettings } from '../ink/colouring-params.ts';
import type { Ink, Stock } from '../ink/types.ts';
import type { Motion } from '../motion/motion.ts';
import type { Feed, Picture } from '../picture/types.ts';
import type { SheetGeometry } from '../raster/sheet.ts';
import type { Screen } from '../screen/settings.ts';
import type { FinishSettings } from '../stock/finishes/index.ts';
import type { GroundSettings } from '../stock/ground-params.ts';
import type { Stencil } from '../stencil/stencil.ts';
import type { SeparationSettings } from '../separate/params.ts';
import type { JobStones } from '../stones/job-params.ts';
import type { Tone } from '../tone/tone.ts';
import type { WearSettings } from '../wear/wear-params.ts';
import type { FillSettings } from './fill-params.ts';
import type { ImpressionSettings } from './impression-params.ts';
import type { PlateSettings } from './plate-params.ts';
import type { RepeatSettings } from './repeat-params.ts';
import type { ShareSettings } from './share-params.ts';

/** The newest document version, which this program writes. */
export const JOB_VERSION = 6;

/** A job: one document. Lengths in mm, angles in degrees counter-clockwise, tones and fractions 0..1. */
export interface Job {
  readonly format: 'chromatype-job';
  readonly version: typeof JOB_VERSION;
  readonly title: string;
  readonly sheet: Sheet;
  readonly pictures: readonly Picture[];
  /** Impressions in print order, the first on the stock. */
  readonly passes: readonly Pass[];
  readonly separations: readonly Separation[];
  /** Where fills may print, by name: a stencil serves any number of fills. */
  readonly stencils: readonly Stencil[];
  /** The stones that its layouts are made of. */
  readonly stones: JobStones;
  /** How plates are laid out for the press. */
  readonly plates: PlateSettings;
  /** How it is taken out to be shown on screens. */
  readonly share: ShareSettings;
  /** How a part of it becomes a swatch that repeats. */
  readonly repeat: RepeatSettings;
  /** How it moves, and how it is taken out as a clip. */
  readonly motion: Motion;
  /** Sheets of test strips that were made, the newest last. */
  readonly strips: readonly StripSheet[];
}

/** The area that is printed, and what it is printed on. */
export interface Sheet extends SheetGeometry {
  readonly stock: Stock;
  /** What the stock shows besides its colour and texture. */
  readonly ground: GroundSettings;
  /** What happened to the finished print. */
  readonly finish: FinishSettings;
}

/** A picture split into inks: what the passes have in common whose feed names it. */
export interface Separation {
  readonly id: string;
  readonly name: string;
  readonly settings: SeparationSettings;
  /** Whether a small table serves, for the first picture after a change. Never stored. */
  readonly coarse?: boolean;
  /** The sheet that the plates are made on, where a job is looked at in fewer pixels. Never stored. */
  readonly printedOn?: SheetGeometry;
}

/** One impression: one ink, one plate. It holds at least one fill. */
export interface Pass {
  readonly id: string;
  readonly name: string;
  readonly on: boolean;
  readonly fills: readonly [Fill, ...Fill[]];
  readonly ink: Ink;
  /** The ink for which a separation makes the plate, where it is printed in another one; null for its own. */
  readonly separatedFor: Ink | null;
  /** Colours of the finished pass, where they are not the ink's. */
  readonly colouring: ColouringSettings;
  readonly impression: ImpressionSettings;
}

/** A part of a pass with a chain of its own: picture, tone, stencil, screen and bend. Later fills lie over earlier ones. */
export interface Fill extends FillSettings {
  readonly id: string;
  readonly name: string;
  /** Id of the stencil that it prints in, or none for the whole sheet. */
  readonly stencil: string | null;
  readonly feed: Feed;
  readonly tone: Tone;
  readonly screen: Screen;
  /** Bends of the lattice, applied one after the other. */
  readonly bend: readonly Bend[];
  /** How its picture is softened by a motion, and what lies beyond its edges. */
  readonly bending: BentPictureSettings;
  readonly wear: WearSettings;
}

/** One setting of a sheet of test strips and the values it takes, one a column or row. */
export interface StripAxis {
  /** Path of the setting in the registry, such as `tone.middle`. */
  readonly setting: string;
  readonly values: readonly (number | string | boolean)[];
}

/** A sheet of test strips: one pass, one or two settings, and the crop that is shown, in mm. */
export interface StripSheet {
  readonly id: string;
  readonly pass: string;
  readonly across: StripAxis;
  readonly down: StripAxis | null;
  readonly crop: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}
