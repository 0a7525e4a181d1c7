import { MARK_DOES, type Mark } from '../../picture/subject/known-pixels.ts';
import { marksSuffice } from '../../picture/subject/matte.ts';
import { coverOfCoverage } from './alpha.ts';
import { partKind } from './kind.ts';
import { PLACING_PARAMS } from './placing.ts';

export const subjectPart = partKind({
  name: 'subject',
  label: 'Subject',
  about: 'The subject of a picture, found from rough strokes on it and on what lies behind it.',
  params: {
    ...PLACING_PARAMS,
    marks: {
      kind: 'strokes',
      label: 'Strokes',
      about: 'Strokes on the subject and behind it, lengths in picture widths.',
      normal: [] as readonly Mark[],
      on: 'picture',
      does: MARK_DOES,
    },
  } as const,
  fault: ({ marks }) =>
    marksSuffice(marks) ? null : 'A subject needs at least one stroke on it and one on what lies behind it.',
  plan: ({ marks, ...placing }, asked) => coverOfCoverage(asked.subject(placing, marks)),
});
