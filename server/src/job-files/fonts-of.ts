import { faceOf, type Job } from '@chromatype/core';

/** Files of the faces that ship which a job names anywhere: its letters are set in these. */
export function fontFilesOf(job: Job): string[] {
  const names = new Set<string>();
  JSON.stringify(job, (key, value: unknown) => {
    if (key === 'font' && typeof value === 'string') names.add(value);
    return value;
  });
  return [...new Set([...names].flatMap((name) => faceOf(name)?.files ?? []))].sort();
}
