import { create } from 'zustand';

const KEY = 'chromatype screen ppi';
/** Width of a bank card in mm (ISO/IEC 7810, ID-1). */
export const CARD = { width: 85.6, height: 53.98 } as const;

/** What CSS takes an inch to be; true only by chance. */
const CSS_PPI = 96;

function remembered(): number | null {
  const ppi = Number(localStorage.getItem(KEY));
  return ppi > 20 && ppi < 1000 ? ppi : null;
}

/** CSS pixels an inch of this screen, measured by the artist with a card; null until then. */
export const useScreenPpi = create<{ readonly ppi: number | null }>(() => ({ ppi: remembered() }));

export function setScreenPpi(ppi: number): void {
  localStorage.setItem(KEY, String(ppi));
  useScreenPpi.setState({ ppi });
}

export const startPpi = (): number => useScreenPpi.getState().ppi ?? CSS_PPI;
/** View scale (device pixels a sheet pixel) at which the sheet has its true size. */
export const actualScale = (sheetPpi: number, screenPpi: number): number => (screenPpi * devicePixelRatio) / sheetPpi;
