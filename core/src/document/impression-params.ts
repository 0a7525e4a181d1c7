import { amount, type Params, type SettingsOf } from '../settings/params.ts';

/** Where the plate of a pass lies on the sheet. */
export const IMPRESSION_PARAMS = {
  right: amount(
    'Plate right',
    'How far the whole plate lies to the right: for a second impression.',
    0,
    -100,
    100,
    0.1,
    'mm',
  ),
  down: amount('Plate down', 'How far the whole plate lies further down.', 0, -100, 100, 0.1, 'mm'),
} as const satisfies Params;

export type ImpressionSettings = SettingsOf<typeof IMPRESSION_PARAMS>;

/** Whether the plate of a pass lies elsewhere than its picture says. */
export const isMoved = ({ impression }: { readonly impression: ImpressionSettings }): boolean =>
  impression.right !== 0 || impression.down !== 0;
