import { curled } from './curled.ts';
import { hollow } from './hollow.ts';
import type { EdgeKind } from './kind.ts';
import { ragged } from './ragged.ts';
import { rippled } from './rippled.ts';
import { swollen } from './swollen.ts';
import { toothed } from './toothed.ts';

export type { DenseEdge, EdgeHow, EdgeKind } from './kind.ts';

/** Every treatment of edges, in the order in which they are applied. */
export const EDGE_KINDS = [swollen, hollow, toothed, rippled, ragged, curled] as const satisfies readonly EdgeKind[];

export type EdgeName = (typeof EDGE_KINDS)[number]['name'];
