import { create } from 'zustand';
import { centred, fitView, type View, visibleSheet, zoomAt } from '../engine/view.ts';

interface Size {
  readonly width: number;
  readonly height: number;
}

/** How the sheet is looked at. Sizes are device pixels. */
export interface ViewState {
  readonly view: View | null;
  readonly sheet: Size;
  /** Follows the window's size with the whole sheet in sight. */
  readonly fitted: boolean;
}

/** Room round a fitted sheet, in device pixels. */
const MARGIN = 36;

export const useView = create<ViewState>(() => ({ view: null, sheet: { width: 1, height: 1 }, fitted: true }));

const display = (): Size | null => useView.getState().view;

/** The middle of what is seen, in sheet pixels. */
export function viewCentre({ view }: Pick<ViewState, 'view'>): { x: number; y: number } | null {
  return view && { x: (view.originX + view.width / 2) / view.scale, y: (view.originY + view.height / 2) / view.scale };
}

function keepInReach(view: View, sheet: Size): View {
  if (visibleSheet(view, sheet)) return view;
  return centred(view.scale, sheet, view);
}

export function fitSheet(): void {
  const { sheet, view } = useView.getState();
  if (view) useView.setState({ view: fitView(sheet, view, MARGIN), fitted: true });
}

/** Shows the whole sheet, also one that is opened later. */
export function showWholeSheet(): void {
  useView.setState({ fitted: true });
  fitSheet();
}

export function zoomTo(scale: number, x?: number, y?: number): void {
  const { view, sheet } = useView.getState();
  if (!view) return;
  const next = zoomAt(view, scale, x ?? view.width / 2, y ?? view.height / 2);
  useView.setState({ view: keepInReach(next, sheet), fitted: false });
}

/** One step in or out: about a quarter, or to the next whole multiple of plate pixels. */
export function zoomStep(direction: 1 | -1, x?: number, y?: number): void {
  const { view } = useView.getState();
  if (!view) return;
  const s = view.scale;
  const next =
    direction > 0
      ? s >= 1
        ? Math.max(s + 1, Math.round(s * 1.25))
        : Math.min(1, s * 1.25)
      : s > 1
        ? Math.max(1, Math.min(s - 1, Math.round(s / 1.25)))
        : s / 1.25;
  zoomTo(next, x, y);
}

export function panBy(dx: number, dy: number): void {
  const { view, sheet } = useView.getState();
  if (!view) return;
  const next = { ...view, originX: view.originX - Math.round(dx), originY: view.originY - Math.round(dy) };
  if (visibleSheet(next, sheet)) useView.setState({ view: next, fitted: false });
}

export function setDisplay(size: Size): void {
  const { view, sheet, fitted } = useView.getState();
  if (view && view.width === size.width && view.height === size.height) return;
  const next =
    !view || fitted
      ? fitView(sheet, size, MARGIN)
      : {
          ...view,
          ...size,
          originX: view.originX + Math.round((view.width - size.width) / 2),
          originY: view.originY + Math.round((view.height - size.height) / 2),
        };
  useView.setState({ view: next });
}

/** A job's sheet has this many pixels now: a fitted view follows, another stays on the same middle. */
export function setSheetSize(size: Size): void {
  const { view, sheet, fitted } = useView.getState();
  if (sheet.width === size.width && sheet.height === size.height) return;
  useView.setState({ sheet: size });
  if (!view) return;
  if (fitted) useView.setState({ view: fitView(size, view, MARGIN) });
  else useView.setState({ view: keepInReach(view, size) });
}

/** A view as text for the address, and back. */
export function viewText(state: ViewState): string | null {
  const centre = viewCentre(state);
  if (state.fitted || !centre) return null;
  return [Number(state.view!.scale.toPrecision(4)), Math.round(centre.x), Math.round(centre.y)].join(',');
}

export function showText(text: string | null): void {
  const size = display();
  const [scale, x, y] = (text ?? '').split(',').map(Number);
  if (!size) return;
  if (!scale || !(scale > 0) || !Number.isFinite(x) || !Number.isFinite(y)) {
    fitSheet();
    return;
  }
  const at = centred(scale < 1 ? scale : Math.round(scale), { width: 0, height: 0 }, size);
  const view = {
    ...at,
    originX: Math.round(x! * at.scale - size.width / 2),
    originY: Math.round(y! * at.scale - size.height / 2),
  };
  useView.setState({ view: keepInReach(view, useView.getState().sheet), fitted: false });
}
