import { type Fill, type Job, type MarkSettings, screenFault } from '@chromatype/core';
import { toast } from 'sonner';
import { setMarks } from '../../../../document/screen-edits.ts';
import { edit } from '../../../../document/store.ts';

/** Changes settings of the marks of a fill; what a sheet cannot hold is refused in one sentence, and nothing changes. */
export const changeMarks =
  (job: Job, fill: Fill) =>
  (part: Partial<MarkSettings>): void => {
    const fault = screenFault(job.sheet, { ...fill.screen, marks: { ...fill.screen.marks, ...part } });
    if (fault) toast.error(fault, { id: 'marks', duration: 9000 });
    else edit(setMarks(fill.id, part));
  };
