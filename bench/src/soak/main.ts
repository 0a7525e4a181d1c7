import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { badInputs } from './inputs.ts';
import { killTrials } from './kills.ts';
import { type WorstReport, worstInputs } from './worst.ts';

/** The most memory that the server and its processes may hold together, in bytes. */
const MOST_MEMORY = 1.5e9;
/** The longest that a save or the Shelf may take meanwhile, in milliseconds. */
const LONGEST_ANSWER = 500;

const { values } = parseArgs({ options: { trials: { type: 'string' }, inputs: { type: 'string' } } });
const say = (text: string) => console.log(`  ${text}`);
const folder = () => mkdtempSync(join(tmpdir(), 'chromatype-soak-'));
const mb = (bytes: number) => Math.round(bytes / 1e6);

const rowOf = ({ name, statuses, seconds, save, shelf, memory }: WorstReport): string =>
  `| ${name} | ${statuses.join(', ')} | ${seconds.toFixed(1)} | ${Math.round(save)} ms | ${Math.round(shelf)} ms | ${mb(memory)} MB |`;

const [first, second, third] = [folder(), folder(), folder()];
try {
  console.log('Killing the server while it saves, stores and prints …');
  const kills = await killTrials(first, Number(values.trials ?? 100), say);
  console.log('Sending damaged files, documents and archives …');
  const inputs = await badInputs(second, Number(values.inputs ?? 5000), say);
  console.log('Sending the worst input there is …');
  const worst = await worstInputs(third);
  for (const line of [...kills.losses, ...inputs.failures]) console.log(`! ${line}`);
  const statuses = [...inputs.statuses].sort(([a], [b]) => a - b).map(([status, count]) => `${status}: ${count}`);
  const memory = Math.max(kills.memory, inputs.memory, ...worst.map((w) => w.memory));
  console.log(`
| | |
| --- | --- |
| kills | ${kills.trials} |
| saves, uploads, runs acknowledged | ${kills.saves}, ${kills.uploads}, ${kills.runs} |
| lost or torn | ${kills.losses.length} |
| damaged inputs | ${inputs.inputs} |
| answers | ${statuses.join(', ')} |
| errors of the server, answers that are no sentence, answers over 2 s | ${inputs.failures.length} |
| slowest answer | ${Math.round(inputs.slowest)} ms |
| slowest save, slowest Shelf meanwhile | ${Math.round(inputs.save)} ms, ${Math.round(inputs.shelf)} ms |
| most memory | ${mb(memory)} MB |

| the worst input | answers | seconds | slowest save | slowest Shelf | most memory |
| --- | --- | --- | --- | --- | --- |
${worst.map(rowOf).join('\n')}`);
  const sound =
    kills.losses.length === 0 &&
    inputs.failures.length === 0 &&
    [inputs, ...worst].every(({ save, shelf }) => Math.max(save, shelf) < LONGEST_ANSWER) &&
    worst.every(({ statuses }) => statuses.every((status) => status < 500)) &&
    memory < MOST_MEMORY;
  if (!sound) process.exitCode = 1;
} finally {
  for (const path of [first, second, third]) rmSync(path, { recursive: true, force: true });
}
