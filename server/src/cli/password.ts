import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';
import { setPassword } from '../access/password-file.ts';
import { openDataFolder } from '../starting/data-folder.ts';
import { DATA_HELP, dataAndArguments } from './data-option.ts';
import { UsageError } from './usage-error.ts';

export const HELP = `chromatype password              sets the password that a server asks for beyond this machine
  asks for it on a terminal, else reads the first line of its input
  ${DATA_HELP}`;
const SHORTEST = 8;
const LONGEST = 200;

/** Takes what is typed and shows nothing of it. */
const silent = () => new Writable({ write: (_piece, _encoding, done) => done() });

async function asked(question: string): Promise<string> {
  const terminal = process.stdin.isTTY === true;
  if (terminal) process.stderr.write(question);
  const lines = createInterface({ input: process.stdin, output: silent(), terminal });
  try {
    return await lines.question('');
  } finally {
    lines.close();
    if (terminal) process.stderr.write('\n');
  }
}

export async function password(args: readonly string[]): Promise<void> {
  const { data } = dataAndArguments(args, 0, 'password takes no arguments but --data.');
  const given = await asked('New password: ');
  if (given.length < SHORTEST || given.length > LONGEST) {
    throw new UsageError(`A password has ${SHORTEST} to ${LONGEST} characters.`);
  }
  if (process.stdin.isTTY && (await asked('The same again: ')) !== given) {
    throw new UsageError('The two passwords differ; nothing was changed.');
  }
  openDataFolder(data);
  await setPassword(data, given);
  console.log('The password is set; whoever was signed in signs in again.');
}
