import { parentPort, workerData } from 'node:worker_threads';
import { printPart } from './separation.ts';

const { shared, first, rows } = workerData as { shared: SharedArrayBuffer; first: number; rows: number };

parentPort!.once('message', () => {
  parentPort!.postMessage(printPart(new Uint8Array(shared), first, rows));
});
parentPort!.postMessage('ready');
