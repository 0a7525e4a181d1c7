import type { Area } from '../../raster/area.ts';
import type { SheetGeometry } from '../../raster/sheet.ts';
import type { Params, SettingsOf } from '../../settings/params.ts';
import type { ValueLight } from '../surface.ts';

/** What a layer of a finish is given. */
export interface FinishAsked<S> {
  readonly own: S;
  readonly sheet: SheetGeometry;
  /** Linear light of the bare stock. */
  readonly stock: readonly [number, number, number];
}

/** Writes the values of the pixels of one row of an area to `out`, which is filled with `rest`. `y` is a row of the sheet. */
export type MapRow = (y: number, out: Uint8Array) => void;

/** One layer that a finish lays on the finished print. */
export type FinishLayer<S> =
  | {
      readonly kind: 'map';
      readonly name: string;
      /** The value where nothing is changed. */
      readonly rest: number;
      rows(asked: FinishAsked<S>, area: Area): MapRow;
      light(asked: FinishAsked<S>): ValueLight;
      /** Whether it does anything with such settings. */
      used(own: S): boolean;
    }
  | {
      readonly kind: 'curve';
      readonly name: string;
      /** Encoded value 0..1 of an encoded value 0..1. */
      curve(own: S): (encoded: number) => number;
      used(own: S): boolean;
    };

/** What happens to a print when it is finished: handled, folded, copied. It is seeded, and plates never depend on it. */
export interface FinishKind<N extends string = string, P extends Params = Params> {
  readonly name: N;
  readonly label: string;
  readonly about: string;
  /** The first is `on`. */
  readonly params: P;
  readonly layers: readonly FinishLayer<SettingsOf<P>>[];
}

export const finish = <const N extends string, P extends Params>(kind: FinishKind<N, P>): FinishKind<N, P> => kind;

/** Light of a map whose value v takes a share v / 255 · most of the light beneath and gives as much of another light. */
export function mixedLight(most: number, light: readonly [number, number, number]): ValueLight {
  const through = new Float64Array(3 * 256);
  const adds = new Float64Array(3 * 256);
  for (let v = 0; v < 256; v++) {
    const share = (v / 255) * most;
    for (let c = 0; c < 3; c++) {
      through[3 * v + c] = 1 - share;
      adds[3 * v + c] = share * light[c]!;
    }
  }
  return { through, adds };
}
