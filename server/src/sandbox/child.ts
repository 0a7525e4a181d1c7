import { PictureError } from '../pictures/picture-error.ts';
import { MEMORY_VARIABLE, type Order, type Outcome, type Report, TOO_MUCH_MEMORY } from './messages.ts';
import { TASKS } from './tasks.ts';

/** How often a process looks at its own memory, in milliseconds. */
const LOOK_EVERY = 25;
const most = Number(process.env[MEMORY_VARIABLE]) * 1e6;

function look(): void {
  if (process.memoryUsage.rss() > most) process.exit(TOO_MUCH_MEMORY);
}
setInterval(look, LOOK_EVERY).unref();

// The server is gone.
process.on('disconnect', () => process.exit(0));

function outcomeOf(error: unknown): Outcome {
  if (error instanceof PictureError) return { refused: { message: error.message, status: error.status } };
  return { failed: error instanceof Error ? (error.stack ?? error.message) : String(error) };
}

function tell(outcome: Outcome): void {
  look();
  process.send!({ ...outcome, memory: process.memoryUsage.rss() } satisfies Report);
}

process.on('message', ({ task, input }: Order) => {
  // The table of tasks ties each input to its task; a message cannot.
  const work = TASKS[task] as (input: unknown) => Promise<unknown>;
  work(input).then(
    (result) => tell({ result }),
    (error: unknown) => tell(outcomeOf(error)),
  );
});
