import { createJob, filePicture, type Job, readJob } from '@chromatype/core';
import { replacePicture } from '../src/document/edits.ts';
import { withoutScreen, withScreen } from '../src/document/scan-edits.ts';

const SCAN = 'a'.repeat(64);
const CLEAN = 'b'.repeat(64);
const stored = { hash: CLEAN, name: 'clean.png', width: 900, height: 600 };

const jobWith = (): Job => ({
  ...createJob('t', 'p'),
  pictures: [filePicture({ id: 'one', name: 'Scan', hash: SCAN, width: 900, height: 600 })],
});
const pictureOf = (job: Job) => job.pictures[0]!;

test('the picture without its screen takes the place of the scan, which stays in the job', () => {
  const job = withoutScreen('one', SCAN, stored)(jobWith());
  expect(pictureOf(job)).toMatchObject({ hash: CLEAN, scan: SCAN, name: 'Scan' });
  // It is part of the document.
  expect(pictureOf(readJob(JSON.parse(JSON.stringify(job))))).toEqual(pictureOf(job));
  expect(withScreen('one')(job)).toEqual(jobWith());
});

test('nothing changes where another file has come in the meantime, or where no screen was taken', () => {
  const other = replacePicture('one', { ...stored, hash: 'c'.repeat(64) })(jobWith());
  expect(withoutScreen('one', SCAN, stored)(other)).toEqual(other);
  expect(withScreen('one')(jobWith())).toEqual(jobWith());
});

test('another file in its place forgets the scan', () => {
  const job = withoutScreen('one', SCAN, stored)(jobWith());
  expect(pictureOf(replacePicture('one', { ...stored, hash: 'c'.repeat(64) })(job)).scan).toBeUndefined();
});

test('a scan that is no hash is refused by name', () => {
  const job = withoutScreen('one', SCAN, stored)(jobWith());
  const wrong = { ...job, pictures: [{ ...pictureOf(job), scan: 'no hash' }] };
  expect(() => readJob(JSON.parse(JSON.stringify(wrong)))).toThrow(/pictures\[0\]\.scan/);
});
