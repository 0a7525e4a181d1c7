import type { DiffusionName } from './names.ts';

/** Where an error goes: dx along the row's direction, dy rows down, and its weight. */
export type Share = readonly [dx: number, dy: number, weight: number];

export interface DiffusionKernel {
  readonly shares: readonly Share[];
  /** The weights count in parts of this. */
  readonly parts: number;
  readonly source: string;
}

const MEMORY = 'as commonly published (from memory)';

/** Error-diffusion kernels. Only Atkinson's passes on less than the whole error: six eighths. */
export const DIFFUSION_KERNELS: Readonly<Record<DiffusionName, DiffusionKernel>> = {
  'floyd-steinberg': {
    source: 'Floyd & Steinberg, An adaptive algorithm for spatial greyscale, 1976',
    parts: 16,
    shares: [
      [1, 0, 7],
      [-1, 1, 3],
      [0, 1, 5],
      [1, 1, 1],
    ],
  },
  'jarvis-judice-ninke': {
    source: 'Jarvis, Judice & Ninke, A survey of techniques for the display of continuous-tone pictures, 1976',
    parts: 48,
    shares: [
      [1, 0, 7],
      [2, 0, 5],
      [-2, 1, 3],
      [-1, 1, 5],
      [0, 1, 7],
      [1, 1, 5],
      [2, 1, 3],
      [-2, 2, 1],
      [-1, 2, 3],
      [0, 2, 5],
      [1, 2, 3],
      [2, 2, 1],
    ],
  },
  stucki: {
    source: 'Stucki, MECCA – a multiple-error correcting computation algorithm, 1981',
    parts: 42,
    shares: [
      [1, 0, 8],
      [2, 0, 4],
      [-2, 1, 2],
      [-1, 1, 4],
      [0, 1, 8],
      [1, 1, 4],
      [2, 1, 2],
      [-2, 2, 1],
      [-1, 2, 2],
      [0, 2, 4],
      [1, 2, 2],
      [2, 2, 1],
    ],
  },
  burkes: {
    source: MEMORY,
    parts: 32,
    shares: [
      [1, 0, 8],
      [2, 0, 4],
      [-2, 1, 2],
      [-1, 1, 4],
      [0, 1, 8],
      [1, 1, 4],
      [2, 1, 2],
    ],
  },
  'sierra-3': {
    source: MEMORY,
    parts: 32,
    shares: [
      [1, 0, 5],
      [2, 0, 3],
      [-2, 1, 2],
      [-1, 1, 4],
      [0, 1, 5],
      [1, 1, 4],
      [2, 1, 2],
      [-1, 2, 2],
      [0, 2, 3],
      [1, 2, 2],
    ],
  },
  'sierra-2': {
    source: MEMORY,
    parts: 16,
    shares: [
      [1, 0, 4],
      [2, 0, 3],
      [-2, 1, 1],
      [-1, 1, 2],
      [0, 1, 3],
      [1, 1, 2],
      [2, 1, 1],
    ],
  },
  'sierra-lite': {
    source: MEMORY,
    parts: 4,
    shares: [
      [1, 0, 2],
      [-1, 1, 1],
      [0, 1, 1],
    ],
  },
  atkinson: {
    source: MEMORY,
    parts: 8,
    shares: [
      [1, 0, 1],
      [2, 0, 1],
      [-1, 1, 1],
      [0, 1, 1],
      [1, 1, 1],
      [0, 2, 1],
    ],
  },
};
