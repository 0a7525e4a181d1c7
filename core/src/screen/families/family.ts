import type { PictureSource } from '../../raster/source.ts';
import type { Params, SettingsOf } from '../../settings/params.ts';
import type { ThresholdTile } from '../periodic/threshold-tile.ts';
import { type CompiledScreen, ONE_INK, type Prints } from '../compiled.ts';
import type { SharedSettings } from '../shared-params.ts';

/** What is true of a screen with given settings, whatever it will print. */
export interface ScreenTraits {
  /** It lies on a lattice, so that frequency and angle count. */
  readonly lattice: boolean;
  /** It has cells that one tone a cell keeps whole. */
  readonly cells: boolean;
  /** It has rows at one angle, which ripple with those of other screens. */
  readonly rows: boolean;
  /** It grows from a centre that can be placed on the sheet. */
  readonly centre: boolean;
  /** Something in it is left to chance, so that the seed counts. */
  readonly chance: boolean;
  /** Degrees after which a turned screen is the same again, as far as its angle can be measured. */
  readonly turnsEvery: 90 | 180;
  /** `any`: areas may be made in any order. `downwards`: each row depends on all rows above. */
  readonly order: 'any' | 'downwards';
  /** Two threads can make one plate together without changing a byte of it. */
  readonly sharesThreads: boolean;
  /** It prints outlines, which take one tone a cell and can be written to files of outlines. */
  readonly outlines?: boolean;
  /** It prints stones, which are laid for all fills of a pass together. */
  readonly stones?: boolean;
  /** It sees to the edges of the stencil itself; otherwise they cut what it prints. */
  readonly keepsEdges?: boolean;
}

/** What a family is asked to screen: its own settings, the shared ones, and the sheet in pixels. */
export interface ScreenAsked<S> {
  readonly own: S;
  readonly shared: SharedSettings;
  /** Pixels from one row of cells to the next. */
  readonly pitch: number;
  readonly width: number;
  readonly height: number;
  /** Pixels of the sheet's bleed on each side. */
  readonly bleed: number;
  readonly ppi: number;
  /** It prints with screens of its frequency 30° and 60° from it, so that the three have to keep step. */
  readonly rosette: boolean;
  /** Names the pixels of one of the job's pictures; equal names mean equal pixels. Null if there is no such picture. */
  pixelsOf(id: string): string | null;
}

/** How a screen is compiled. */
export interface Making {
  /** Quick and coarser, for a picture while a dial turns; plates are never made of it. */
  readonly draft: boolean;
  /** The pixels that `pixelsOf` named; null while they are not there. */
  source(pixels: string): PictureSource | null;
  /** Shares the one compiled tile of the screen among threads; left out where there is only one. */
  share?(make: () => ThresholdTile): ThresholdTile;
}

/** A screen that is decided but not compiled yet. Equal keys compile to equal screens. */
export interface PlannedScreen {
  readonly key: string;
  readonly traits: ScreenTraits;
  readonly prints: Prints;
  compile(making: Making): CompiledScreen;
}

/** One family of screens. Nothing outside its folder asks which family a screen is of. */
export interface ScreenFamily<N extends string = string, P extends Params = Params> {
  /** Its name in jobs. */
  readonly name: N;
  readonly label: string;
  readonly about: string;
  readonly params: P;
  /** The setting that chooses among its cells, of which samples are shown; null if there is only one. */
  readonly cells: (keyof P & string) | null;
  /** `ppi`: pixels per inch of the plate. */
  traits(own: SettingsOf<P>, ppi: number): ScreenTraits;
  /** What its plates hold. */
  prints(own: SettingsOf<P>): Prints;
  /** Ids of the job's pictures that it is made of. */
  pictures(own: SettingsOf<P>): readonly string[];
  /** Width in sheet pixels of what repeats to the eye, on a sheet so many pixels wide. */
  cellWidth(own: SettingsOf<P>, pitch: number, ppi: number, width: number): number;
  /** The same settings for a sample of a few cells, which is no sheet: nothing in it is counted, joined or left free. */
  inSample(own: SettingsOf<P>): SettingsOf<P>;
  /** The same settings without what was done to single marks by hand. */
  withoutHand(own: SettingsOf<P>): SettingsOf<P>;
  /** Its pieces come in sizes that are sold: they stay as they are on a sheet of another size. */
  readonly fixedSizes: boolean;
  /** What a plate's caption says where there is no frequency and angle to say; empty for screens on a lattice. */
  caption(own: SettingsOf<P>): string;
  /** Says why a sheet cannot be screened with these settings, in one sentence; null if it can. */
  fault(asked: ScreenAsked<SettingsOf<P>>): string | null;
  plan(asked: ScreenAsked<SettingsOf<P>>): PlannedScreen;
}

/** A family as its own folder states it: `compile` sees nothing but the inputs, so that they are its key. */
export interface FamilyDefinition<N extends string, P extends Params, I>
  extends Omit<
    ScreenFamily<N, P>,
    'plan' | 'pictures' | 'caption' | 'prints' | 'fault' | 'inSample' | 'withoutHand' | 'fixedSizes'
  > {
  /** Left out by families that print one ink, pictures by those that need none. */
  prints?(own: SettingsOf<P>): Prints;
  pictures?(own: SettingsOf<P>): readonly string[];
  caption?(own: SettingsOf<P>): string;
  inSample?(own: SettingsOf<P>): SettingsOf<P>;
  withoutHand?(own: SettingsOf<P>): SettingsOf<P>;
  fixedSizes?: boolean;
  fault?(asked: ScreenAsked<SettingsOf<P>>): string | null;
  /** Plain data: everything that the compiled screen depends on, and nothing else. */
  inputs(asked: ScreenAsked<SettingsOf<P>>): I;
  compile(inputs: I, making: Making): CompiledScreen;
}

/** Makes a family of its definition. */
export function screenFamily<const N extends string, P extends Params, I>(
  definition: FamilyDefinition<N, P, I>,
): ScreenFamily<N, P> {
  const { name, traits, inputs, compile } = definition;
  const prints = definition.prints ?? (() => ONE_INK);
  return {
    pictures: () => [],
    caption: () => '',
    fault: () => null,
    inSample: (own) => own,
    withoutHand: (own) => own,
    fixedSizes: false,
    ...definition,
    prints,
    plan(asked) {
      const own = inputs(asked);
      return {
        key: `${name}${JSON.stringify(own)}`,
        traits: traits(asked.own, asked.ppi),
        prints: prints(asked.own),
        compile: (making) => compile(own, making),
      };
    },
  };
}
