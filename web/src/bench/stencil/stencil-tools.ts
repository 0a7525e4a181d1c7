import type { Meeting } from '@chromatype/core';
import { create } from 'zustand';
import type { StencilLook } from '../../engine/stencil-looks.ts';
import { takeTool, useTools } from '../tools/tool-store.ts';

/** Shapes that are made from numbers, as backgrounds and around words. */
export const BACKGROUNDS = ['burst', 'rays', 'panels', 'speech', 'cloud', 'torn'] as const;

export type Background = (typeof BACKGROUNDS)[number];

/** What is drawn on the sheet next: a new part of a kind, or more of the chosen part. */
export type Drawing =
  | 'rectangle'
  | 'ellipse'
  | 'shape'
  | 'lettering'
  | Background
  | 'polygon'
  | 'freehand'
  | 'pen'
  | 'brush'
  | 'flood'
  | 'subject';

export interface StencilBrush {
  readonly does: 'paint' | 'erase';
  /** mm on the sheet. */
  readonly size: number;
  readonly hardness: number;
}

interface StencilTools {
  readonly drawing: Drawing;
  /** How the next part meets those before it. */
  readonly does: Meeting;
  /** The part whose settings and handles are shown, by its id. */
  readonly part: string | null;
  readonly brush: StencilBrush;
  /** What the next rough stroke is on. */
  readonly mark: 'subject' | 'behind';
  /** Width of a rough stroke in mm of the sheet. */
  readonly markSize: number;
  readonly look: StencilLook | 'off';
}

export const NORMAL_STENCIL_BRUSH: StencilBrush = { does: 'paint', size: 8, hardness: 1 };

/** What is in hand for stencils; it is not part of the job. */
export const useStencilTools = create<StencilTools>(() => ({
  drawing: 'rectangle',
  does: 'add',
  part: null,
  brush: NORMAL_STENCIL_BRUSH,
  mark: 'subject',
  markSize: 4,
  look: 'outline',
}));

export const setStencilTools = (part: Partial<StencilTools>): void => useStencilTools.setState(part);
export const setStencilBrush = (part: Partial<StencilBrush>): void =>
  useStencilTools.setState((s) => ({ brush: { ...s.brush, ...part } }));

/** Takes a drawing tool, or lays it down when it is in hand. */
export function toggleDrawing(drawing: Drawing): void {
  const inHand = useTools.getState().tool === 'stencil' && useStencilTools.getState().drawing === drawing;
  setStencilTools({ drawing });
  takeTool(inHand ? 'none' : 'stencil');
}

/** Chooses a part and lays the drawing tool down, so that the part's own handles can be dragged. */
export function choosePart(id: string | null): void {
  setStencilTools({ part: id });
  if (useTools.getState().tool === 'stencil') takeTool('none');
}
