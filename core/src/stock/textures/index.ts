import { aged } from './aged.ts';
import { canvas } from './canvas.ts';
import { cloth } from './cloth.ts';
import { jersey } from './jersey.ts';
import { kraft } from './kraft.ts';
import { newsprint } from './newsprint.ts';
import { paper } from './paper.ts';
import { rag } from './rag.ts';
import { twill } from './twill.ts';

export type { TextureAsked, TextureKind } from './kind.ts';

/** Every texture of stocks but none at all, in the order the artist sees them: papers, then cloths. */
export const TEXTURE_KINDS = [paper, newsprint, kraft, rag, aged, cloth, canvas, twill, jersey] as const;

export type TextureName = (typeof TEXTURE_KINDS)[number]['name'];
