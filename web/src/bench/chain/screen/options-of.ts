import type { Option, Param } from '@chromatype/core';

/** What a choice offers; nothing for a setting of another kind. */
export const optionsOf = (param: Param | undefined): readonly Option[] =>
  param?.kind === 'choice' ? param.options : [];
