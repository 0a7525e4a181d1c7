import { type ConnectionOptions, Queue, QueueEvents } from 'bullmq';
import { Redis } from 'ioredis';

/** Longest pause between two tries to reach Redis, in milliseconds. */
const LONGEST_PAUSE = 2000;

/**
 * A connection to Redis that is opened anew whenever it breaks. `patient`: commands wait for it; otherwise they fail at once.
 */
export const connectTo = (address: string, patient: boolean): Redis =>
  new Redis(address, {
    maxRetriesPerRequest: patient ? null : 1,
    enableOfflineQueue: patient,
    retryStrategy: (tries) => Math.min(LONGEST_PAUSE, 100 * tries),
    connectTimeout: 3000,
  });

/** BullMQ takes its own copy of the client's types. */
export const asConnection = (redis: Redis): ConnectionOptions => redis as unknown as ConnectionOptions;

/** An address of Redis without its password, for people. */
export function shownAddress(address: string): string {
  try {
    const url = new URL(address);
    return `${url.hostname}:${url.port || 6379}`;
  } catch {
    return address;
  }
}

export { Queue, QueueEvents };
