import { useCallback } from 'react';
import { useSearchParams } from 'react-router';
import { useSetParam } from '../../ui/use-set-param.ts';

/** `rest`: no station is open. `open`: this one is. `line`: another one is, and this one is a single line. */
export type StationMode = 'rest' | 'open' | 'line';

interface OpenStation {
  readonly mode: StationMode;
  /** Opens the station, or closes it if it is open. */
  toggle(): void;
}

/** Whether a station of the chain is open. The open station is part of the address, so that a reload keeps it. */
export function useStation(title: string): OpenStation {
  const [params] = useSearchParams();
  const setParam = useSetParam(true);
  const name = title.toLowerCase();
  // The stations of the sheet have nothing to open: the one that is open in the chain waits for it to come back.
  const open = params.get('pass') === 'stock' ? null : params.get('station');
  const toggle = useCallback(() => setParam('station', open === name ? null : name), [setParam, open, name]);
  return { mode: open === null ? 'rest' : open === name ? 'open' : 'line', toggle };
}
