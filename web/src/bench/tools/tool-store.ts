import { create } from 'zustand';
import type { OverviewKind } from '../../engine/overviews.ts';

/** What the pointer does on the sheet; without a tool it looks around. */
export type Tool =
  | 'none'
  | 'paint'
  | 'place'
  | 'crop'
  | 'pick'
  | 'cut-brush'
  | 'cut-mark'
  | 'pick-ink'
  | 'stencil'
  | 'marks'
  | 'push'
  | 'pin';

export interface Brush {
  readonly does: 'lighten' | 'darken' | 'erase';
  /** mm on the sheet. */
  readonly size: number;
  readonly hardness: number;
  readonly strength: number;
}

interface Tools {
  readonly tool: Tool;
  readonly brush: Brush;
  /** What is laid over the sheet. */
  readonly overlay: OverviewKind | null;
}

export const NORMAL_BRUSH: Brush = { does: 'lighten', size: 12, hardness: 0.5, strength: 0.6 };

/** The tool in hand; it is not part of the job. */
export const useTools = create<Tools>(() => ({ tool: 'none', brush: NORMAL_BRUSH, overlay: null }));

export const takeTool = (tool: Tool): void => useTools.setState({ tool });
/** Takes a tool, or lays it down when it is the one in hand. */
export const toggleTool = (tool: Tool): void => useTools.setState((s) => ({ tool: s.tool === tool ? 'none' : tool }));
export const setBrush = (part: Partial<Brush>): void => useTools.setState((s) => ({ brush: { ...s.brush, ...part } }));
export const setOverlay = (overlay: OverviewKind | null): void => useTools.setState({ overlay });
