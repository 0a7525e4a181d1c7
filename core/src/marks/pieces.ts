import { byteOfLight } from '../colour/srgb.ts';
import type { Mark } from './mark.ts';
import type { MarkSettings } from './params.ts';

/** A colour of pieces, and how many there are of it. */
export interface PieceColour {
  /** `#rrggbb`. */
  readonly colour: string;
  /** What the artist calls it, and its stock number; empty where neither is known. */
  readonly name: string;
  readonly number: string;
  readonly count: number;
}

/** `#rrggbb` of linear light. */
export const hexOfPiece = (light: readonly number[]): string =>
  `#${light
    .map((v) =>
      byteOfLight(Math.min(1, Math.max(0, v)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** Names and stock numbers of the colours of a palette, by their colour. */
export function pieceNames({
  palette,
  names,
}: Pick<MarkSettings, 'palette' | 'names'>): ReadonlyMap<string, { readonly name: string; readonly number: string }> {
  const lines = names.split('\n');
  return new Map(
    palette.map((colour, k) => {
      const [name = '', number = ''] = (lines[k] ?? '').split('\t');
      return [colour.toLowerCase(), { name: name.trim(), number: number.trim() }] as const;
    }),
  );
}

/** Counts pieces by colour, the most frequent first. */
export function countPieces(
  bands: Iterable<readonly Pick<Mark, 'colour'>[]>,
  settings: Pick<MarkSettings, 'palette' | 'names' | 'colour'>,
): PieceColour[] {
  const counts = new Map<string, number>();
  for (const band of bands) {
    for (const { colour } of band) {
      const hex = colour ? hexOfPiece(colour) : '';
      counts.set(hex, (counts.get(hex) ?? 0) + 1);
    }
  }
  const known = settings.colour === 'palette' ? pieceNames(settings) : new Map<string, never>();
  return [...counts]
    .map(([colour, count]) => ({ colour, count, ...(known.get(colour) ?? { name: '', number: '' }) }))
    .sort((a, b) => b.count - a.count || (a.colour < b.colour ? -1 : 1));
}
