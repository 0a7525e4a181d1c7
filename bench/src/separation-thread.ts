import { parentPort, workerData } from 'node:worker_threads';
import { printPart } from './separation.ts';

interface Part {
  readonly shared: SharedArrayBuffer;
  readonly board: SharedArrayBuffer;
  readonly first: number;
  readonly rows: number;
}

const { shared, board, first, rows } = workerData as Part;

parentPort!.once('message', () => {
  parentPort!.postMessage(printPart(new Uint8Array(shared), first, rows, board));
});
parentPort!.postMessage('ready');
