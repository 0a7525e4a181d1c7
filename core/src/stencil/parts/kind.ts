import type { Kernels } from '../../kernel/kernels.ts';
import type { LightRows } from '../../raster/area.ts';
import type { FeedPart } from '../../picture/feed-params.ts';
import type { Mark } from '../../picture/subject/known-pixels.ts';
import type { Placement } from '../../picture/placement.ts';
import type { Planned } from '../../raster/planned.ts';
import type { Plate } from '../../raster/plate.ts';
import type { SheetGeometry, Size } from '../../raster/sheet.ts';
import type { PictureSource } from '../../raster/source.ts';
import { normalsOf, type Params, type SettingsOf } from '../../settings/params.ts';
import type { KeepMask, PlannedCover } from '../edges.ts';
import type { PlacingSettings } from './placing.ts';

/** Pixels that a part looks at as a whole: of a picture, of a plate, or of the print. */
export interface Raster extends Size {
  /** Equal keys mean equal pixels. */
  readonly key: string;
  /** Where it lies on the sheet. */
  readonly at: Placement;
  /** Its pixels, read when they are first needed; null while they are not there. */
  source(): PictureSource | null;
}

/** What the job and the sheet give a part of a stencil. */
export interface PartAsked {
  readonly kernels: Kernels;
  readonly sheet: SheetGeometry;
  /** The sheet with its bleed in pixels. */
  readonly size: Size;
  readonly keep: KeepMask;
  /** A picture of the job as it lies on the sheet, one part of it as light. */
  feed(placing: PlacingSettings, part: FeedPart): Planned<LightRows>;
  /** The pixels of a picture of the job, cropped and turned. */
  picture(placing: PlacingSettings): Raster;
  /** The coverage of the subject of a picture of the job, as strokes tell of it. */
  subject(placing: PlacingSettings, marks: readonly Mark[]): Planned<LightRows>;
  stencil(id: string): PlannedCover;
  plate(pass: string): Planned<Plate> | null;
  /** The plate of one pass in black on white, or the print of it and all passes under it in their inks. */
  printed(pass: string, under: boolean): Raster | null;
}

/** One kind of part of a stencil: an entry of the table. */
export interface PartKind {
  /** Its name in jobs. */
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly params: Params;
  /** What is wrong with settings that are each valid by themselves, in a sentence; null if nothing is. */
  fault?(settings: never): string | null;
  /** Everything that the cover depends on goes into its key: settings, sheet, and what is asked for. */
  plan(settings: never, asked: PartAsked): PlannedCover;
}

/** Keeps the settings of a kind and its table of parameters in step. */
export const partKind = <const P extends Params>(kind: {
  readonly name: string;
  readonly label: string;
  readonly about: string;
  readonly params: P;
  fault?(settings: SettingsOf<P>): string | null;
  plan(settings: SettingsOf<P>, asked: PartAsked): PlannedCover;
}): PartKind & { readonly params: P } => kind as never;

/** Settings that a new part starts with. */
export const normalPart = (kind: PartKind): Readonly<Record<string, unknown>> => normalsOf(kind.params);
