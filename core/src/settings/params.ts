/** A number that an artist can set. Like every entry here it serves validation, defaults, controls, help and tests. */
export interface NumberParam {
  readonly kind: 'number';
  readonly label: string;
  readonly about: string;
  readonly min: number;
  readonly max: number;
  readonly normal: number;
  /** One arrow key. */
  readonly step: number;
  /** `frequency`: as the frequency's own unit says. */
  readonly unit: '' | '%' | '°' | 'px' | 'mm' | 'mm²' | 'cells' | '×' | 's' | 'fps' | 'frequency';
  /** Only whole numbers. */
  readonly whole?: boolean;
  /** Name of the setting beside it that says whether it is counted in `px` or `mm`. */
  readonly unitIn?: string;
  /** So much further it is the same again; or the name of the setting beside it that says how much, 0 for never. */
  readonly period?: number | string;
}

export interface ChoiceParam<T extends string = string> {
  readonly kind: 'choice';
  readonly label: string;
  readonly about: string;
  readonly normal: T;
  readonly options: readonly Option<T>[];
}

export interface Option<T extends string = string> {
  readonly name: T;
  readonly label: string;
  readonly about: string;
  /** Heading under which it is found where many are offered. */
  readonly group?: string;
  readonly source?: string;
}

export interface FlagParam {
  readonly kind: 'flag';
  readonly label: string;
  readonly about: string;
  readonly normal: boolean;
}

/** A list of colours `#rrggbb`. */
export interface ColoursParam {
  readonly kind: 'colours';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly string[];
  readonly min: number;
  readonly max: number;
}

/** One of the job's pictures by its id, or none. */
export interface PictureParam {
  readonly kind: 'picture';
  readonly label: string;
  readonly about: string;
  readonly normal: string | null;
}

/** Colours at positions 0..1 along something. */
export interface StopsParam {
  readonly kind: 'stops';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly Stop[];
}

export interface Stop {
  readonly at: number;
  readonly colour: string;
}

/** A line of text; `longest` in characters. */
export interface TextParam {
  readonly kind: 'text';
  readonly label: string;
  readonly about: string;
  readonly normal: string;
  readonly longest: number;
  /** Not typed by hand: set by other controls. */
  readonly hidden?: boolean;
}

/** A point of a curve, both 0..1. */
export interface CurvePoint {
  readonly x: number;
  readonly y: number;
}

/** The curve that changes nothing. */
export const STRAIGHT: readonly CurvePoint[] = [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
];

/** A curve by its points, from left to right. */
export interface CurveParam {
  readonly kind: 'curve';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly CurvePoint[];
  /** Whether it may not fall. */
  readonly rising?: boolean;
}

/** Something else that the job holds, by its id, or none. */
export interface ReferenceParam {
  readonly kind: 'stencil' | 'pass';
  readonly label: string;
  readonly about: string;
  readonly normal: string | null;
}

/** Points, `each` numbers a point. Drawn on the sheet, not typed. */
export interface PointsParam {
  readonly kind: 'points';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly number[];
  /** `sheet`: mm from the trimmed sheet's top left. `picture`: shares of what is looked at. */
  readonly on: 'sheet' | 'picture';
  readonly each: number;
  /** Points at least and at most. */
  readonly min: number;
  readonly max: number;
}

/** One stroke of a brush: x, y and pressure 0..1 of each point, and its width in the unit of its points. */
export interface Stroke<D extends string = string> {
  readonly does: D;
  readonly size: number;
  /** 0 fades from the middle, 1 is full up to the edge. */
  readonly hardness: number;
  readonly strength: number;
  readonly points: readonly number[];
}

/** Strokes of a brush that does one of several things. Drawn, not typed. */
export interface StrokesParam<D extends string = string> {
  readonly kind: 'strokes';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly Stroke<D>[];
  /** `sheet`: mm from the trimmed sheet's top left. `picture`: in widths of the picture. */
  readonly on: 'sheet' | 'picture';
  readonly does: readonly D[];
}

/** What an edit by hand does to some marks. */
export const EDIT_ACTS = ['delete', 'move', 'size', 'turn', 'colour'] as const;
export type EditAct = (typeof EDIT_ACTS)[number];

/** One edit of single marks by hand: it is listed, and taken back by itself. */
export interface MarkEdit {
  readonly does: EditAct;
  /** Names of the marks: whole numbers. */
  readonly marks: readonly number[];
  /** `move`: mm to the right and downwards. */
  readonly right: number;
  readonly down: number;
  /** `size`: times as wide; `turn`: degrees counter-clockwise. */
  readonly by: number;
  /** `colour`: `#rrggbb`. */
  readonly colour: string;
}

/** Edits of single marks. Made on the sheet, not typed. */
export interface MarkEditsParam {
  readonly kind: 'mark edits';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly MarkEdit[];
}

/** Names of entries of the job's table of stones, in an order that matters. */
export interface StoneNamesParam {
  readonly kind: 'stone names';
  readonly of: 'sizes' | 'colours';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly string[];
  readonly min: number;
  readonly max: number;
}

/** One stone that stays where it is, while others are laid around it. Places in mm from the trimmed sheet's top left. */
export interface HandStone {
  readonly x: number;
  readonly y: number;
  /** Degrees, counter-clockwise. */
  readonly turn: number;
  /** Names of entries of the job's table of stones. */
  readonly size: string;
  readonly colour: string;
  /** Whether the hand leaves it alone. */
  readonly locked: boolean;
  /** Whether it was laid and only set loose, so that it goes when stones are laid again. */
  readonly loosed: boolean;
}

/** Stones that were placed by hand. Made on the sheet, not typed. */
export interface HandStonesParam {
  readonly kind: 'hand stones';
  readonly label: string;
  readonly about: string;
  readonly normal: readonly HandStone[];
}

export type Param = (
  | NumberParam
  | ChoiceParam
  | FlagParam
  | ColoursParam
  | PictureParam
  | ReferenceParam
  | StopsParam
  | TextParam
  | CurveParam
  | PointsParam
  | StrokesParam
  | MarkEditsParam
  | StoneNamesParam
  | HandStonesParam
) & {
  /** Whether the setting matters beside the others; it is kept either way. */
  readonly when?: (settings: Readonly<Record<string, unknown>>) => boolean;
};

export type Params = Readonly<Record<string, Param>>;

/** The settings that a table of parameters describes. */
export type SettingsOf<P extends Params> = {
  readonly [K in keyof P]: P[K] extends { readonly kind: 'number' }
    ? number
    : P[K] extends { readonly kind: 'flag' }
      ? boolean
      : P[K] extends { readonly kind: 'colours' | 'stone names' }
        ? readonly string[]
        : P[K] extends { readonly kind: 'picture' | 'stencil' | 'pass' }
          ? string | null
          : P[K] extends { readonly kind: 'mark edits' | 'hand stones' }
            ? P[K] extends { readonly kind: 'mark edits' }
              ? readonly MarkEdit[]
              : readonly HandStone[]
            : P[K] extends { readonly kind: 'points' }
              ? readonly number[]
              : P[K] extends { readonly kind: 'strokes'; readonly does: readonly (infer D extends string)[] }
                ? readonly Stroke<D>[]
                : P[K] extends { readonly kind: 'stops' }
                  ? readonly Stop[]
                  : P[K] extends { readonly kind: 'curve' }
                    ? readonly CurvePoint[]
                    : P[K] extends { readonly kind: 'choice'; readonly options: readonly { readonly name: infer N }[] }
                      ? N
                      : string;
};

/** The settings that a new screen starts with. */
export function normalsOf<P extends Params>(params: P): SettingsOf<P> {
  return Object.fromEntries(Object.entries(params).map(([name, p]) => [name, p.normal])) as SettingsOf<P>;
}

/** A name as words: "InvertedSimpleDot" becomes "Inverted simple dot", "EllipseA" becomes "Ellipse A". */
const worded = (name: string): string =>
  (name.slice(0, 1).toUpperCase() + name.slice(1))
    .replace(/(?<=[a-z])[A-Z](?=[a-z])/g, (letter) => ` ${letter.toLowerCase()}`)
    .replace(/(?<=[a-z])[A-Z]/g, ' $&');

/** A choice among the entries of a table that have a name and a sentence. */
export function choiceOf(
  label: string,
  about: string,
  entries: readonly {
    readonly name: string;
    readonly about: string;
    readonly label?: string;
    readonly group?: string;
  }[],
  normal = entries[0]!.name,
): ChoiceParam {
  return {
    kind: 'choice',
    label,
    about,
    normal,
    options: entries.map(({ name, label = worded(name), about, group }) => ({ name, label, about, group })),
  };
}

/** A share of one, shown in per cent. */
export const share = (label: string, about: string, normal: number, min = 0, max = 1): NumberParam => ({
  kind: 'number',
  label,
  about,
  min,
  max,
  normal,
  step: 0.01,
  unit: '%',
});

/** A number between limits, one arrow key a step. */
export const amount = (
  label: string,
  about: string,
  normal: number,
  min: number,
  max: number,
  step = 0.01,
  unit: NumberParam['unit'] = '',
): NumberParam => ({ kind: 'number', label, about, min, max, normal, step, unit });

/** A number that is the same again a period further, such as an angle after a whole turn. */
export const comesRound = <P extends NumberParam>(param: P, period: number | string = 360): P => ({ ...param, period });

export const whole = (label: string, about: string, normal: number, min: number, max: number): NumberParam => ({
  kind: 'number',
  label,
  about,
  min,
  max,
  normal,
  step: 1,
  unit: '',
  whole: true,
});

export const flag = (label: string, about: string, normal: boolean): FlagParam => ({
  kind: 'flag',
  label,
  about,
  normal,
});

/** Limits a setting to some values of another one: spread it into the setting. */
export const onlyFor = (setting: string, ...names: readonly string[]) => ({
  when: (s: Readonly<Record<string, unknown>>) => names.includes(s[setting] as string),
});

/** The settings whose condition holds beside the others: those that decide something. */
export function settingsInUse(
  params: Params,
  settings: Readonly<Record<string, unknown>>,
): Readonly<Record<string, unknown>> {
  const used = Object.entries(params).filter(([, param]) => param.when?.(settings) ?? true);
  return Object.fromEntries(used.map(([name]) => [name, settings[name]]));
}
