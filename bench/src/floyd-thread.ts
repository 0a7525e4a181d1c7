import { parentPort, workerData } from 'node:worker_threads';
import { createKernels, type Job, memorySource, type SharedFloyd, sharePlate } from '@chromatype/core';

/** The second thread of a plate made by two. */
export interface FloydWork {
  readonly job: Job;
  readonly picture: SharedArrayBuffer;
  readonly width: number;
  readonly height: number;
}

const { job, picture, width, height } = workerData as FloydWork;
const kernels = createKernels();
const source = memorySource(width, height, 1, new Uint8Array(picture));
parentPort!.on('message', (shared: SharedFloyd) => {
  sharePlate({ kernels, pictures: () => source }, job, job.passes[0]!, shared, 1);
  parentPort!.postMessage('done');
});
parentPort!.postMessage('ready');
