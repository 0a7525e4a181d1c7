import { createJob, DEFAULT_SHEET, type Job, readJob } from '@chromatype/core';
import { jobs } from '../api/jobs.ts';
import { editOfFiles } from '../bench/add-picture.ts';
import { newId } from '../document/edits.ts';
import { sheetLikePicture } from '../document/sheet-edits.ts';
import { jobFilesAmong, takeJobFiles } from '../job-files/take-job-files.ts';

/** A job whose sheet has the proportions of the picture that it begins with, unless that stated its size. */
function likePicture(job: Job): Job {
  const [picture] = job.pictures;
  const untouched = job.sheet.width === DEFAULT_SHEET.width && job.sheet.height === DEFAULT_SHEET.height;
  return picture && untouched ? sheetLikePicture(picture)(job) : job;
}

/** A job made from files: of a job document, or of pictures, whose first gives the sheet its proportions. */
async function jobFromFiles(files: readonly File[]): Promise<Job | null> {
  const document = files.find((f) => f.name.toLowerCase().endsWith('.json'));
  if (document) {
    let value: unknown;
    try {
      value = JSON.parse(await document.text());
    } catch {
      throw new Error(`${document.name} is not a job: it is not valid JSON.`);
    }
    return readJob(value);
  }
  const [first] = files;
  const change = first ? await editOfFiles(files, null) : null;
  if (!first || !change) return null;
  const job = createJob((first.name || 'Pasted picture').replace(/\.[^.]*$/, '').slice(0, 200), newId());
  return likePicture(change(job));
}

/** Begins jobs from files that were dropped or chosen. Returns the id of the job to open; null when nothing came of them. */
export async function beginJobs(files: readonly File[]): Promise<string | null> {
  const { whole } = await jobFilesAmong(files);
  if (whole.length > 0) return takeJobFiles(whole);
  const job = await jobFromFiles(files);
  return job ? (await jobs.create(job)).id : null;
}
