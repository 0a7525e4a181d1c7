import { Worker } from 'node:worker_threads';
import { createBoard, openBoard } from '../../src/memory/board.ts';

const bytes = (...values: number[]) => Uint8Array.from(values);

describe('a board that threads share', () => {
  it('makes a thing once under its key, and copies it afterwards', () => {
    const buffer = createBoard(1000);
    const [one, two] = [openBoard(buffer), openBoard(buffer)];
    let made = 0;
    const make = () => {
      made++;
      return bytes(1, 2, 3);
    };
    expect(one.share('a', make)).toEqual(bytes(1, 2, 3));
    const copy = two.share('a', make);
    expect(copy).toEqual(bytes(1, 2, 3));
    copy[0] = 9;
    expect(one.share('a', make)).toEqual(bytes(1, 2, 3));
    expect(made).toBe(1);
    expect(two.share('b', () => bytes(4))).toEqual(bytes(4));
  });

  it('forgets what it has no room for, and still gives the right bytes', () => {
    const board = openBoard(createBoard(256));
    for (let round = 0; round < 3; round++) {
      for (let k = 0; k < 40; k++) {
        expect(board.share(`key ${k}`, () => new Uint8Array(60).fill(k))).toEqual(new Uint8Array(60).fill(k));
      }
    }
    expect(board.share('too large', () => new Uint8Array(5000).fill(7))).toHaveLength(5000);
  });

  it('lets a key be made again after its making failed', () => {
    const board = openBoard(createBoard(256));
    const fail = () => {
      throw new Error('no');
    };
    expect(() => board.share('a', fail)).toThrow('no');
    expect(board.share('a', () => bytes(5))).toEqual(bytes(5));
  });

  it('takes over what a dead thread left behind, once and for all', async () => {
    const buffer = createBoard(1000);
    const code = `
      const { parentPort, workerData } = require('node:worker_threads');
      (async () => {
        const { openBoard } = await import(workerData.board);
        openBoard(workerData.buffer).share('left', () => {
          parentPort.postMessage('making');
          Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0);
          return Uint8Array.of(1);
        });
      })();`;
    const board = new URL('../../dist/memory/board.js', import.meta.url).href;
    const worker = new Worker(code, { eval: true, workerData: { buffer, board } });
    await new Promise((resolve) => worker.once('message', resolve));
    await worker.terminate();
    expect(openBoard(buffer).share('left', () => bytes(8))).toEqual(bytes(8));
    // The next one finds it there and neither waits nor makes it.
    const asked = performance.now();
    expect(openBoard(buffer).share('left', () => bytes(9))).toEqual(bytes(8));
    expect(performance.now() - asked).toBeLessThan(1000);
  });

  it('has a second thread wait for the first instead of making the same', async () => {
    const buffer = createBoard(1000);
    // The first thread holds the board's first slot as one that is making; the second must wait for its bytes.
    const code = `
      const { parentPort, workerData } = require('node:worker_threads');
      (async () => {
        const { openBoard } = await import(workerData.board);
        const board = openBoard(workerData.buffer);
        const made = board.share('slow', () => {
          parentPort.postMessage('making');
          Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 300);
          return Uint8Array.of(42);
        });
        parentPort.postMessage(made[0]);
      })();`;
    const board = new URL('../../dist/memory/board.js', import.meta.url).href;
    const worker = new Worker(code, { eval: true, workerData: { buffer, board } });
    const heard: unknown[] = [];
    worker.on('message', (m) => heard.push(m));
    while (heard.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    const mine = openBoard(buffer).share('slow', () => bytes(0));
    expect(mine).toEqual(bytes(42));
    await worker.terminate();
  });
});
